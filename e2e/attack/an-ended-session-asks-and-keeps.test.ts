// A session that ends in the middle of the work: it is told, nothing is lost, and signing in again sends what waits, once.
import { QueryTypes } from 'sequelize';
import { answer, firstVisit, signIn, until, useTown } from '../town';

const town = useTown();

it('a visit sent after the session ended waits, asks for a sign-in, and goes out by it', async () => {
  const page = await town.phone();
  await signIn(page, town, 'Luk');
  await firstVisit(page);
  const tree = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  await answer(page, 'Bark', 'Bark texture', /^Smooth/);
  await town.sequelize.query('DELETE FROM sessions');
  await page.getByRole('tab', { name: 'Assess' }).click();
  await page.getByRole('button', { name: 'Submit for review' }).click();
  // Whether by the bar or by the door: it is said that it waits for a sign-in, not for a signal.
  await page
    .getByText(/Sign in again to upload|1 waiting to upload/)
    .first()
    .waitFor();
  expect(await page.getByText('Uploads when you are online').count()).toBe(0);
  const kept = () =>
    town.sequelize.query<{ n: number }>("SELECT COUNT(*) AS n FROM visits WHERE tree_id = ? AND day = '2026-06-15'", {
      type: QueryTypes.SELECT,
      replacements: [tree],
    });
  expect(Number((await kept())[0]?.n)).toBe(0);
  await page.goto(`${town.base}/today`);
  await page.getByRole('button', { name: /^Sign in as Luk/ }).click();
  await until(kept, ([row]) => Number(row?.n) === 1);
  await page.goto(`${town.base}/more`);
  await page.getByText('Nothing waiting to upload.').waitFor();
  expect(Number((await kept())[0]?.n)).toBe(1);
});
