// A whole visit with the keyboard alone, told by nothing but what a screen reader is told: the role and the name of what has the focus,
// as Chromium computes them (WAI-ARIA 1.2, Accessible Name and Description Computation 1.2).
import type { CDPSession, Page } from 'playwright-core';
import { until, useTown } from './town';

const town = useTown();
/** Nothing on a screen is further off than so many presses of Tab. */
const FURTHEST = 120;

interface Said {
  role: string;
  name: string;
}

/** Somebody who sees nothing and has a keyboard. */
class Listener {
  /** Presses of Tab in all. */
  presses = 0;
  private constructor(
    private readonly page: Page,
    private readonly cdp: CDPSession,
  ) {}

  static async at(page: Page): Promise<Listener> {
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Accessibility.enable');
    return new Listener(page, cdp);
  }

  /** What has the focus, as it is said. */
  async focused(): Promise<Said> {
    const { result } = await this.cdp.send('Runtime.evaluate', { expression: 'document.activeElement' });
    if (!result.objectId) return { role: 'none', name: '' };
    const { nodes } = await this.cdp.send('Accessibility.getPartialAXTree', { objectId: result.objectId, fetchRelatives: false });
    return { role: String(nodes[0]?.role?.value ?? ''), name: String(nodes[0]?.name?.value ?? '') };
  }

  /** Goes on by Tab until something of a role and name has the focus. @throws with what was met instead */
  async reach(role: string, name: RegExp): Promise<void> {
    const met: string[] = [];
    for (let i = 0; i < FURTHEST; i++) {
      const here = await this.focused();
      if (here.role === role && name.test(here.name)) return;
      met.push(`${here.role} ${here.name}`);
      await this.page.keyboard.press('Tab');
      this.presses++;
    }
    throw new Error(`no ${role} ${String(name)} by keyboard; met ${met.slice(-60).join(' | ')}`);
  }

  async press(role: 'button' | 'link', name: RegExp): Promise<void> {
    await this.reach(role, name);
    await this.page.keyboard.press('Enter');
  }
  /** Radios, boxes and tabs are chosen by space. */
  async choose(role: 'radio' | 'checkbox' | 'tab', name: RegExp): Promise<void> {
    await this.reach(role, name);
    await this.page.keyboard.press('Space');
  }
  async type(name: RegExp, text: string): Promise<void> {
    await this.reach('textbox', name);
    await this.page.keyboard.type(text);
  }

  /** Waits until something of a role is said somewhere on the page. */
  async hears(role: string, name: RegExp): Promise<void> {
    await until(
      async () => {
        const { nodes } = await this.cdp.send('Accessibility.getFullAXTree');
        return nodes.filter((node) => !node.ignored && node.role?.value === role).map((node) => String(node.name?.value ?? ''));
      },
      (names) => names.some((one) => name.test(one)),
    );
  }
}

/** The mark of a question, if it is not the one that stands there already; then an answer by its drawing. */
async function answer(me: Listener, page: Page, line: RegExp, mark: RegExp, state: RegExp): Promise<void> {
  await me.choose('tab', line);
  await me.hears('button', /^Cannot see it/);
  if ((await page.getByRole('radio', { name: state }).count()) === 0) await me.press('button', mark);
  await me.choose('radio', state);
  await me.hears('radiogroup', /^How sure/);
}

it('a tree is found, named, measured, walked round, judged and sent', async () => {
  const page = await town.phone();
  const me = await Listener.at(page);
  await page.goto(`${town.base}/today`);
  await me.press('button', /^Sign in as Jory/);
  await me.hears('heading', /^Today/);
  await me.press('button', /^Start a visit to/);

  await me.hears('heading', /^Stop and look first/);
  const boxes = await page.getByRole('checkbox').count();
  expect(boxes).toBeGreaterThan(2);
  for (let i = 0; i < boxes; i++) {
    await me.choose('checkbox', /./);
    await page.keyboard.press('Tab');
  }
  expect(await page.getByRole('checkbox', { checked: true }).count()).toBe(boxes);
  await me.press('button', /^It is safe: go in/);

  await answer(me, page, /^Bark/, /^Bark texture$/, /^Mosaic flakes/);
  await answer(me, page, /^Twig/, /^Bud scales$/, /^One cap/);
  await me.hears('button', /^Leading name Platanus/);

  await me.choose('tab', /^Measure/);
  await me.type(/^Girth/, '188');
  await me.hears('StaticText', /59\.8 cm/);

  await me.choose('tab', /^Walk round/);
  // Its known defects wait at the forks.
  await me.hears('heading', /^Now the unions/);
  // A side is chosen on the plan as any button is.
  await me.press('button', /^south-east side of the stem: not inspected/);
  await me.press('button', /^Add a sign/);
  await me.hears('dialog', /./);
  await me.press('button', /^Cavity/);
  await me.type(/^Height above ground/, '1.4');
  await me.type(/^Width of the opening/, '40');
  await me.press('button', /^Record cavity/);
  // A dialog hands the focus back to what opened it, which is called otherwise now that there is one.
  await until(
    () => page.getByRole('dialog').count(),
    (open) => open === 0,
  );
  expect((await me.focused()).name).toBe('Another sign');
  await me.press('button', /^Done here/);
  // Each known defect is answered before its part counts as inspected.
  for (let part = 0; part < 2; part++) {
    while ((await page.getByRole('button', { name: /: same$/ }).count()) > 0) await me.press('button', /: same$/);
    await me.press('button', /^Nothing new here/);
  }
  for (let i = 0; i < 3; i++) await me.press('button', /^No signs here/);

  await me.choose('tab', /^Assess/);
  await me.hears('StaticText', /defect/i);
  await me.press('button', /^Submit for review/);
  await me.hears('heading', /^Last inspection/);
  // It arrived with what was typed and marked.
  const tree = new URL(page.url()).pathname.split('/').at(-1) ?? '';
  const [last] = await until(
    () =>
      page.evaluate(async (id) => {
        const answer = await fetch(`/api/v1/trees/${id}`);
        const { visits } = (await answer.json()) as { visits: { day: string; look: { signs: { id: string }[]; measurements: object } }[] };
        return visits.filter(({ look }) => look.signs.some((sign) => sign.id === 'cavity' && 'opening' in sign));
      }, tree),
    (visits) => visits.length > 0,
  );
  expect(last?.look.measurements).toMatchObject({ dbh: { entered: expect.stringContaining('188') } });
  // Fewer presses than that, or nobody would do it.
  expect(me.presses).toBeLessThan(700);
});

it('arrows go from one of a group to the next and choose nothing; space does, once', async () => {
  const page = await town.phone();
  const me = await Listener.at(page);
  await page.goto(`${town.base}/today`);
  await me.press('button', /^Sign in as Jory/);
  await me.hears('heading', /^Today/);
  await me.reach('radio', /Due now/);
  await page.keyboard.press('ArrowRight');
  expect(await me.focused()).toEqual({ role: 'radio', name: 'Two weeks' });
  expect(await page.getByRole('radio', { name: '✓ Due now' }).getAttribute('aria-checked')).toBe('true');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('ArrowLeft');
  expect((await me.focused()).name).toBe('Three months');
  const scrolled = await page.evaluate(() => document.querySelector('[role="main"]')?.scrollTop ?? 0);
  await page.keyboard.press('Space');
  await page.getByRole('radio', { name: '✓ Three months' }).waitFor();
  expect(await page.evaluate(() => document.querySelector('[role="main"]')?.scrollTop ?? 0)).toBe(scrolled);
});
