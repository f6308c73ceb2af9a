// Two people on one phone: what one made is theirs, whoever is signed in when it goes out.
import { QueryTypes } from 'sequelize';
import { answer, firstVisit, signIn, until, useTown } from '../town';

const town = useTown();
const visitsOf = (tree: string) =>
  town.sequelize.query<{ login: string }>(
    'SELECT u.login FROM visits v JOIN users u ON u.id = v.user_id WHERE v.tree_id = ? AND v.day = ?',
    { type: QueryTypes.SELECT, replacements: [tree, '2026-06-15'] },
  );

it('a visit that waits when the session ends goes out under the name of whose it is, and a draft is nobody else’s', async () => {
  const page = await town.phone();
  await signIn(page, town, 'Jory');
  await firstVisit(page);
  const [tree, draftTree] = await page
    .evaluate(async () =>
      ((await (await fetch('/api/v1/round?dueBy=2026-06-15')).json()) as { items: { id: string }[] }).items.map(({ id }) => id),
    )
    .then((ids) => {
      const here = new URL(page.url()).pathname.split('/').at(-1) ?? '';
      return [here, ids.find((id) => id !== here) ?? ''];
    });
  await answer(page, 'Bark', 'Bark texture', /^Mosaic flakes/);
  // Nothing comes through while the session ends.
  await page.route('**/api/v1/visits/**', (route) => route.abort());
  await page.getByRole('tab', { name: 'Assess' }).click();
  await page.getByRole('button', { name: 'Submit for review' }).click();
  await page.getByText('A visit is waiting to upload').first().waitFor();
  // And a visit that is only begun.
  await page.goto(`${town.base}/visit/${draftTree}`);
  await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
  await page.getByRole('checkbox').first().click();
  await page.getByText('saved here').waitFor();
  await town.sequelize.query('DELETE FROM sessions');
  await page.unroute('**/api/v1/visits/**');

  await page.goto(`${town.base}/today`);
  await page.getByText('1 waiting to upload').waitFor();
  await page.getByRole('button', { name: /^Sign in as Adaeze/ }).click();
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
  await page.goto(`${town.base}/more`);
  await page.getByText('A colleague made this. It uploads when they sign in on this device.').waitFor();
  await page.getByRole('button', { name: 'Upload now' }).click();
  await page.waitForTimeout(1500);
  expect(await visitsOf(tree ?? '')).toEqual([]);
  await page.goto(`${town.base}/visit/${draftTree}`);
  await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
  expect(await page.getByRole('checkbox', { checked: true }).count()).toBe(0);

  await page.goto(`${town.base}/more`);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: /^Sign in as Jory/ }).click();
  const kept = await until(
    () => visitsOf(tree ?? ''),
    (visits) => visits.length > 0,
  );
  expect(kept).toEqual([{ login: 'jory' }]);
  await page.goto(`${town.base}/visit/${draftTree}`);
  await page.getByRole('checkbox', { checked: true }).first().waitFor();
});
