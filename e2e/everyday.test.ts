/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import type { Page } from 'playwright-core';
import { answer, firstVisit, goIn, signIn, useTown, keptOnDevice, until } from './town';

const town = useTown();

/** Waits until the app itself is on the device. */
const onDevice = (page: Page) => page.evaluate(async () => void (await navigator.serviceWorker.ready));

describe('without a signal', () => {
  it('a visit goes on, survives a reload, is kept when sent, and goes out when the signal is back', async () => {
    const page = await town.phone({ offline: true });
    await signIn(page, town, 'Luk');
    await onDevice(page);
    // The round is fetched ahead: every tree of it is kept.
    const stops = await page.getByRole('button', { name: /^Start a visit to/ }).count();
    await until(
      () => keptOnDevice(page),
      (kept) => kept.filter((key) => key.startsWith('tree/')).length >= stops,
    );
    await page.reload();
    await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
    await page.context().setOffline(true);
    await page.reload();
    await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
    await page.getByText('Offline. Keep working: everything is saved on this device').waitFor();
    const start = page.getByRole('button', { name: /^Start a visit to/ }).first();
    const tag = ((await start.getAttribute('aria-label')) ?? '').replace('Start a visit to ', '');
    await start.click();
    await goIn(page);
    await answer(page, 'Bark', 'Bark texture', /^Smooth/);
    await page.getByRole('tab', { name: 'Walk round' }).click();
    // A tree with a known defect opens at its side.
    await page.getByRole('button', { name: /^north side of the stem/ }).click();
    await page.getByRole('button', { name: 'No signs here' }).click();
    await page.getByText('1 of 8 sides inspected').waitFor();
    await page.getByText('saved here').waitFor();

    await page.reload();
    await page.getByText('1 of 8 sides inspected').waitFor();
    await page.getByRole('tab', { name: 'Name' }).click();
    expect(await page.getByRole('tab', { name: /^Bark: 1 marks/ }).count()).toBe(1);

    await page.getByRole('tab', { name: 'Assess' }).click();
    await page.getByRole('button', { name: 'Submit for review' }).click();
    await page.getByText('A visit is waiting to upload').first().waitFor();
    await page.reload();
    await page.getByText('A visit is waiting to upload').first().waitFor();

    await page.context().setOffline(false);
    await page.getByText('A visit is waiting to upload').waitFor({ state: 'detached' });
    await page.goto(`${town.base}/more`);
    await page.getByText('Nothing waiting to upload.').waitFor();
    const session = await page.evaluate(async (wanted) => {
      const trees = (await (await fetch('/api/v1/trees?limit=2000')).json()) as { items: { tag: string; lastVisitOn: string }[] };
      return trees.items.find((t) => t.tag === wanted)?.lastVisitOn;
    }, tag);
    expect(session).toBe('2026-06-15');
  });
});

describe('bad input gets a sentence and loses nothing', () => {
  it('asks about implausible measurements and says what is no number', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Jory');
    await firstVisit(page);
    // What is implausible depends on the tree: a fan names it at once.
    await answer(page, 'Leaf', 'Leaf type', /^Fan/);
    await page.getByRole('tab', { name: 'Measure' }).click();
    await page.getByRole('textbox', { name: 'Girth' }).fill('eighty');
    await page.getByText('Enter a length').first().waitFor();
    await page.getByRole('textbox', { name: 'Girth' }).fill('1500');
    await page.getByText(/is large for/).waitFor();
    await page.getByRole('textbox', { name: 'Level distance to the stem' }).fill('6');
    await page.getByRole('textbox', { name: 'Angle to the top' }).fill('65');
    await page.getByRole('textbox', { name: 'Angle to the base' }).fill('-10');
    await page
      .getByText(/Step back to at least its height/)
      .first()
      .waitFor();
  });
  it('a wrong password is told, and the name stays', async () => {
    const page = await town.phone();
    await page.goto(town.base);
    await page.getByRole('textbox', { name: 'Name' }).fill('jory');
    await page.getByLabel('Password').fill('nope');
    await page.getByRole('button', { name: 'Sign in', exact: true }).click();
    await page.getByText('Wrong name or password.').waitFor();
    expect(await page.getByRole('textbox', { name: 'Name' }).inputValue()).toBe('jory');
  });
});

describe('the map', () => {
  it('draws streets, parks and trees; a tap opens one; a new tree is added where one taps', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Jory');
    await page.getByRole('link', { name: 'Map', exact: true }).click();
    await page.getByTestId('map-ready').waitFor();
    // Something is drawn: the canvas holds more than a few colours.
    const colours = () =>
      page.evaluate(() => {
        const canvas = document.querySelector('canvas') as HTMLCanvasElement;
        const copy = document.createElement('canvas');
        copy.width = 200;
        copy.height = 200;
        const c = copy.getContext('2d') as CanvasRenderingContext2D;
        c.drawImage(canvas, 0, 0, 200, 200);
        const { data } = c.getImageData(0, 0, 200, 200);
        const seen = new Set<number>();
        for (let i = 0; i < data.length; i += 4) seen.add(((data[i] ?? 0) << 16) | ((data[i + 1] ?? 0) << 8) | (data[i + 2] ?? 0));
        return seen.size;
      });
    await until(colours, (found) => found > 50);
    await page.getByRole('button', { name: 'Add a tree' }).click();
    await page.getByRole('application').click({ position: { x: 60, y: 260 } });
    await page.getByText(/^At 45\.6/).waitFor();
    await page.getByRole('textbox', { name: 'Tag' }).fill('Q 9001');
    await page.getByRole('textbox', { name: 'Street or park' }).fill('Ferry Street');
    await page.getByRole('button', { name: 'Add tree' }).click();
    await page.getByText('Q 9001').waitFor();
    await page.getByRole('button', { name: 'Open tree' }).click();
    await page.getByText('everything: not visited yet').waitFor();
  });
});

describe('a viewer', () => {
  it('reads everything and is offered nothing to change', async () => {
    const page = await town.wide();
    await signIn(page, town, 'Perrin');
    await page.keyboard.press('r');
    await page.getByText('You are signed in as viewer').waitFor();
    await page.keyboard.press('m');
    await page.getByTestId('map-ready').waitFor();
    expect(await page.getByRole('button', { name: 'Add a tree' }).count()).toBe(0);
  });
});

describe('every control', () => {
  const SCREENS: [string, (page: Page) => Promise<void>][] = [
    ['today', async () => undefined],
    ['start a visit', async (page) => void (await page.getByRole('link', { name: 'Start a visit', exact: true }).click())],
    ['more', async (page) => void (await page.getByRole('link', { name: /^More/ }).click())],
    [
      'a question',
      async (page) => {
        await firstVisit(page);
        await page.getByRole('tab', { name: /^Bark/ }).click();
      },
    ],
  ];
  it.each(SCREENS)('on %s is 48 pixels or more, has a name, and can be reached by key', async (_name, go) => {
    const page = await town.phone();
    await signIn(page, town, 'Jory');
    await go(page);
    // Nothing that fades in is measured halfway.
    await page.evaluate(() => Promise.all(document.getAnimations().map((animation) => animation.finished.catch(() => null))));
    const small = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('[role=button],[role=link],[role=radio],[role=tab],[role=checkbox],button,a,input,select')]
        .filter((e) => e.offsetParent !== null && e.getBoundingClientRect().width > 0)
        .map((e) => {
          const box = (e.tagName === 'INPUT' ? (e.parentElement ?? e) : e).getBoundingClientRect();
          const name = e.getAttribute('aria-label') ?? e.getAttribute('aria-labelledby') ?? e.textContent ?? '';
          return { name: name.trim().slice(0, 40), height: Math.round(box.height), width: Math.round(box.width), reach: e.tabIndex >= 0 };
        })
        .filter((e) => e.height < 48 || e.width < 48 || e.name === '' || !e.reach),
    );
    expect(small).toEqual([]);
  });
});
