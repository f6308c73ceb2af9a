// Every screen held against axe-core, on a phone and on a wide screen, by day and at dusk; dialogs, headings and titles.
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { SEED, SWEEP } from '../core/testing/sample';
import { firstVisit, goIn, signIn, useTown } from './town';

const town = useTown();
const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');
/** WCAG 2.2, levels A and AA, and what axe calls best practice. */
const HELD = { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'] };

/** What is another at dusk: the rules about colour. */
const COLOUR = { type: 'rule', values: ['color-contrast', 'link-in-text-block'] };

interface Found {
  id: string;
  impact: string;
  nodes: { html: string }[];
}
async function violations(page: Page, within = 'html', rules = HELD): Promise<string[]> {
  // Run apart from the page's own rules for scripts: it is the test's, not the application's.
  await page.addScriptTag({ content: AXE }).catch(() => page.evaluate(AXE));
  const found = await page.evaluate(
    async ({ rules, where }) =>
      (
        await (window as unknown as { axe: { run: (where: string, how: object) => Promise<{ violations: Found[] }> } }).axe.run(where, {
          runOnly: rules,
        })
      ).violations,
    { rules, where: within },
  );
  return found.map(({ id, impact, nodes }) => `${id} (${impact}), ${nodes.length}: ${nodes[0]?.html.slice(0, 180)}`);
}

const treeDue = (page: Page) =>
  page.evaluate(
    async () => ((await (await fetch('/api/v1/round?dueBy=2026-06-15')).json()) as { items: { id: string }[] }).items[0]?.id ?? '',
  );

/** Screens, each with what stands once it does. */
const SCREENS: readonly [path: string, title: RegExp][] = [
  ['/today', /^Today/],
  ['/map', /^Map/],
  ['/visit', /^Which tree\?/],
  ['/review', /^Review/],
  ['/more', /^More/],
  ['/library', /^Library/],
  ['/library/taxon/quercus-robur', /^Quercus robur/],
  ['/library/tell-apart', /^Compare species/],
  ['/exchange', /^Import and export/],
  ['/notices', /^For you/],
  ['/agreement', /^Agreement/],
  ['/round', /^Rounds/],
  ['/access', /^Your access/],
  ['/set-up', /^Set up/],
  ['/people', /^People/],
  ['/tree/TREE', /./],
];

describe.each(['phone', 'wide'] as const)('on a %s, by day and at dusk', (size) => {
  let page: Page;
  /**
   * Nothing is wrong by day, and no colour at dusk: what else there is stands there in either. Colours are the same on both sizes, so a
   * run of the tests looks at them on one, another each day.
   */
  const isClean = async () => {
    await page.emulateMedia({ colorScheme: 'light' });
    await page.locator('html:not(.dusk)').waitFor();
    expect(await violations(page)).toEqual([]);
    if (!SWEEP && size !== (SEED % 2 === 0 ? 'phone' : 'wide')) return;
    await page.emulateMedia({ colorScheme: 'dark' });
    await page.locator('html.dusk').waitFor();
    expect(await violations(page, 'html', COLOUR)).toEqual([]);
  };
  beforeAll(async () => {
    page = size === 'phone' ? await town.phone() : await town.wide();
    await page.goto(`${town.base}/today`);
    await page.getByRole('heading', { name: 'Sign in' }).waitFor();
    await isClean();
    await signIn(page, town, 'Ines');
  });
  it.each(SCREENS)('%s', async (path, title) => {
    await page.goto(`${town.base}${path.replace('TREE', await treeDue(page))}`);
    await page.getByRole('heading', { level: 1 }).first().waitFor();
    await page.waitForTimeout(150);
    await isClean();
    expect(await page.getByRole('main').count()).toBe(1);
    expect(await page.getByRole('heading', { level: 1 }).count()).toBe(1);
    expect(await page.title()).toMatch(title);
    expect(await page.title()).toMatch(/ · Dendrix$/);
  });
  it('every step of a visit', async () => {
    await page.goto(`${town.base}/today`);
    await page
      .getByRole('button', { name: /^Start a visit to/ })
      .first()
      .click();
    await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
    await isClean();
    await goIn(page);
    for (const step of [/^Bark/, /^Twig/, /^Leaf/, /^Measure/, /^Walk round/, /^Assess/]) {
      await page.getByRole('tab', { name: step }).click();
      await page.getByRole('tab', { name: step, selected: true }).waitFor();
      await page.waitForTimeout(200);
      await isClean();
      expect(await page.getByRole('main').count()).toBe(1);
      expect(await page.getByRole('heading', { level: 1 }).count()).toBe(1);
    }
  });
});

it('the sheet of signs takes the focus, keeps it, shows its way out however long it is, and closes by Escape', async () => {
  const page = await town.phone();
  await signIn(page, town, 'Luk');
  await firstVisit(page);
  await page.getByRole('tab', { name: 'Walk round' }).click();
  const opener = page.getByRole('button', { name: 'Add a sign' });
  await opener.click();
  const dialog = page.getByRole('dialog');
  await dialog.waitFor();
  const within = () => page.evaluate(() => document.querySelector('[role="dialog"]')?.contains(document.activeElement) ?? false);
  expect(await within()).toBe(true);
  for (let i = 0; i < 60; i++) {
    await page.keyboard.press(i % 7 === 6 ? 'Shift+Tab' : 'Tab');
    expect(await within()).toBe(true);
  }
  await page.evaluate(() => {
    const scroll = [...document.querySelectorAll<HTMLElement>('[role="dialog"] *')].find(
      (one) => one.scrollHeight > one.clientHeight + 200,
    );
    if (scroll) scroll.scrollTop = scroll.scrollHeight;
  });
  const close = await dialog.getByRole('button', { name: 'Close', exact: true }).boundingBox();
  expect(close?.y ?? -1).toBeGreaterThan(0);
  expect(await violations(page, '[role="dialog"]')).toEqual([]);
  await page.keyboard.press('Escape');
  await dialog.waitFor({ state: 'detached' });
  expect(await opener.evaluate((one) => one === document.activeElement)).toBe(true);
});
