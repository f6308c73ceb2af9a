// A tree added without a signal, under a tag that somebody else gave meanwhile: tree and visit get out under another one, and nothing has
// to be thrown away.
import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { answer, goIn, signIn, until, useTown } from '../town';

const town = useTown();

it('the tree is refused with a sentence, given another tag, and its visit follows', async () => {
  const page = await town.phone();
  await signIn(page, town, 'Jory');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page.getByTestId('map-ready').waitFor();
  // Nothing of the record goes out for now.
  await page.route(/\/api\/v1\/(trees|visits)\/[^/]+$/, (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()));
  await page.getByRole('button', { name: 'Add a tree' }).click();
  await page.getByRole('application').click({ position: { x: 60, y: 260 } });
  await page.getByText(/^At 45\.6/).waitFor();
  await page.getByRole('textbox', { name: 'Tag' }).fill('Q 9500');
  await page.getByRole('textbox', { name: 'Street or park' }).fill('Ferry Street');
  await page.getByRole('button', { name: 'Add tree' }).click();
  await page.getByText('Q 9500').first().waitFor();
  await page.getByRole('button', { name: 'Start a visit', exact: true }).click();
  await goIn(page);
  await answer(page, 'Bark', 'Bark texture', /^Mosaic flakes/);
  await page.getByRole('tab', { name: 'Assess' }).click();
  await page.getByRole('button', { name: 'Submit for review' }).click();
  // Meanwhile a colleague gives the tag to another tree.
  const taken = await page.context().request.put(`${town.base}/api/v1/trees/${newId()}`, {
    data: {
      tag: 'Q 9500',
      latitude: 45.63,
      longitude: -31.21,
      place: 'Quay',
      siteKind: 'street',
      plantedYear: null,
      planted: null,
      note: '',
    },
  });
  expect(taken.status()).toBe(200);
  await page.unroute(/\/api\/v1\/(trees|visits)\/[^/]+$/);
  await page.goto(`${town.base}/more`);
  await page.getByRole('button', { name: 'Upload now' }).click();
  await page.getByRole('textbox', { name: 'New tag' }).fill('Q 9501');
  expect(await page.getByText(/Waiting for: New tree Q 9500/).count()).toBe(1);
  await page.getByRole('button', { name: 'Upload with this tag' }).click();
  await page.getByText('Nothing waiting to upload.').waitFor();
  const rows = await until(
    () =>
      town.sequelize.query<{ tag: string; visits: number }>(
        "SELECT t.tag, (SELECT COUNT(*) FROM visits v WHERE v.tree_id = t.id) AS visits FROM trees t WHERE t.tag LIKE 'Q 950%' ORDER BY t.tag",
        { type: QueryTypes.SELECT },
      ),
    (all) => Number(all[1]?.visits) === 1,
  );
  expect(rows.map(({ tag, visits }) => [tag, Number(visits)])).toEqual([
    ['Q 9500', 0],
    ['Q 9501', 1],
  ]);
});
