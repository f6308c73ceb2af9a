// What each screen asks of the service, in a village and in a city: neither the number of questions nor their bytes grow with the town.
import type { Page } from 'playwright-core';
import { SWEEP } from '../core/testing/sample';
import { growTown } from '../server/testing/grown';
import { signIn, until, useTown } from './town';

const town = useTown();

/** Trees of the city that the village becomes. */
const CITY = SWEEP ? 40_000 : 10_000;
/** Trees of the village. */
const VILLAGE = 638;
const told = (n: number) => n.toLocaleString('en');
/** An answer may be longer by as much as a full page is longer than a short one, bytes. */
const LONGER = 60_000;
/** Questions of the first screen, and the bytes of their answers as they are read. */
const FIRST_SCREEN = { questions: 11, bytes: 400_000 };

interface Asked {
  questions: number;
  bytes: number;
}

const SCREENS: readonly { name: string; path: string; ready: (page: Page) => Promise<unknown> }[] = [
  { name: 'Today', path: '/today', ready: (page) => page.getByRole('heading', { name: 'Today', exact: true }).waitFor() },
  {
    name: 'Which tree?',
    path: '/visit',
    ready: (page) =>
      page
        .getByRole('link', { name: /^Start a visit to/ })
        .first()
        .waitFor(),
  },
  { name: 'Map', path: '/map', ready: (page) => page.getByTestId('map-ready').waitFor() },
  {
    name: 'Review',
    path: '/review',
    ready: (page) =>
      page
        .getByText(/waiting, most important first/)
        .first()
        .waitFor(),
  },
  { name: 'Import and export', path: '/exchange', ready: (page) => page.getByRole('button', { name: 'CSV, for a spreadsheet' }).waitFor() },
  { name: 'More', path: '/more', ready: (page) => page.getByRole('heading', { name: 'Offline areas' }).waitFor() },
];

/** Opens each screen on a phone that was never here and has a session, and counts what it asks. */
async function ask(): Promise<Record<string, Asked>> {
  const counted: Record<string, Asked> = {};
  const first = await town.phone();
  await signIn(first, town, 'Tomas');
  const cookies = await first.context().cookies();
  await first.context().close();
  for (const { name, path, ready } of SCREENS) {
    const page = await town.phone();
    await page.context().addCookies(cookies);
    // What others do comes over a connection that stays open: the network would never be idle.
    await page.route('**/api/v1/live', (route) => route.abort());
    let questions = 0;
    let bytes = 0;
    const sizes: Promise<void>[] = [];
    page.on('response', (response) => {
      // What the device holds is fetched later, on purpose, and no more than a small town of it.
      if (!response.url().includes('/api/v1/') || /trees\?limit=|\/records\?|v1\/live/.test(response.url())) return;
      questions++;
      sizes.push(
        response.body().then(
          (body) => void (bytes += body.length),
          () => undefined,
        ),
      );
    });
    await page.goto(`${town.base}${path}`);
    await ready(page);
    await page.waitForLoadState('networkidle');
    await Promise.all(sizes);
    counted[name] = { questions, bytes };
    await page.context().close();
  }
  return counted;
}

describe('what screens ask for', () => {
  it('is the same in a village and in a city', async () => {
    const village = await ask();
    expect(village.Today?.questions).toBeLessThanOrEqual(FIRST_SCREEN.questions);
    expect(village.Today?.bytes).toBeLessThanOrEqual(FIRST_SCREEN.bytes);
    await growTown(town.sequelize, CITY);
    const city = await ask();
    for (const { name } of SCREENS) {
      const [before, after] = [village[name], city[name]] as [Asked, Asked];
      // The map of a city is wider, so a few tiles more lie in its view.
      expect([name, after.questions <= before.questions + 6]).toEqual([name, true]);
      expect([name, after.bytes <= before.bytes + LONGER]).toEqual([name, true]);
    }
  });
  it('the map of the city counts trees together, goes nearer on a tap, and opens one', async () => {
    const page = await town.wide();
    await signIn(page, town, 'Tomas');
    await page.goto(`${town.base}/map`);
    await page.getByTestId('map-ready').waitFor();
    await page.getByText(new RegExp(`^${told(CITY + VILLAGE)} trees\\.`)).waitFor();
    await page.getByRole('button', { name: /^due or overdue: / }).waitFor();
    const sees = () =>
      page.evaluate(() => {
        const canvas = document.querySelector('canvas') as HTMLCanvasElement;
        return canvas.toDataURL().length;
      });
    // Something is drawn on it, and something else once it is asked another question.
    const before = await until(sees, (n) => n > 20_000);
    await page.getByRole('radio', { name: 'Structure' }).click();
    await until(sees, (n) => n !== before);
    await page.getByRole('button', { name: /^serious, or act now: / }).click();
    await page.getByText(new RegExp(`^${told(CITY / 4).slice(0, -2)}\\d\\d trees\\.`)).waitFor();
  });
  it('search finds a tree of the city by its tag, and by street and name', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Tomas');
    await page.goto(`${town.base}/visit`);
    const field = page.getByRole('textbox', { name: 'Tag, street or name' });
    await field.fill('g 007234');
    await page.getByRole('link', { name: 'Start a visit to G 007234' }).waitFor();
    await field.fill('oak row 17');
    await page.getByText('Quercus robur').first().waitFor();
    await page.getByRole('button', { name: 'Trees of Row 17 Street' }).waitFor({ state: 'detached' });
    await field.fill('row 17');
    await page.getByRole('button', { name: 'Trees of Row 17 Street' }).click();
    await until(
      () => page.getByText('Row 17 Street, verge').count(),
      (n) => n > 10,
    );
  });
  it('an area is held: its size is said before, its trees are found without a signal, and it is let go', async () => {
    const page = await town.phone({ offline: true });
    await signIn(page, town, 'Jory');
    await page.goto(`${town.base}/map`);
    await page.getByTestId('map-ready').waitFor();
    await page.getByRole('button', { name: 'Download area' }).click();
    await page.getByText(/About [\d,]+ trees, [\d.]+ MB: lists, search and map will work offline\./).waitFor();
    await page.getByRole('textbox', { name: 'Area name' }).fill('The quay');
    await page.getByRole('button', { name: 'Download', exact: true }).click();
    await page.getByRole('form', { name: 'Download this area' }).waitFor({ state: 'detached' });
    await page.goto(`${town.base}/visit`);
    await page
      .getByRole('link', { name: /^Start a visit to/ })
      .first()
      .waitFor();
    await until(
      () => page.evaluate(() => navigator.serviceWorker.controller !== null),
      (held) => held,
    );
    await page.context().setOffline(true);
    await page.getByRole('textbox', { name: 'Tag, street or name' }).fill('ferry');
    await page.getByText(/^Offline: searched in the [\d,]+ trees this device holds\.$/).waitFor();
    await page.context().setOffline(false);
    await page.goto(`${town.base}/more`);
    await page.getByText('The quay').waitFor();
    await page.getByRole('button', { name: 'Remove The quay' }).click();
    await page.getByText('The quay').waitFor({ state: 'detached' });
  });
});
