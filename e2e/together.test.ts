// Several people at work in one town, on phones and at a desk, through two servers on one database.
import type { ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from 'playwright-core';
import { urlOf } from '../server/testing/service';
import { freePort } from './free-port';
import { serve, signIn, TODAY, until, useTown, type Town } from './town';

const town = useTown();
let other: Town;
let second: ChildProcess;

beforeAll(async () => {
  const port = await freePort();
  second = await serve(urlOf(town.sequelize), port);
  other = { ...town, base: `http://127.0.0.1:${port}` };
});
afterAll(async () => {
  const ended = new Promise((resolve) => second.once('exit', resolve));
  second.kill('SIGTERM');
  await ended;
});

/** The tree that stands first in the queue of a reviewer. */
const firstWaiting = (page: Page) =>
  page.evaluate(async () => {
    const { items } = (await (await fetch('/api/v1/review-queue?limit=1')).json()) as {
      items: { tree: { id: string; tag: string }; visit: { id: string; by: { id: string; name: string } } }[];
    };
    return items[0] as (typeof items)[number];
  });

it('what one says through one server appears on the other’s screen without a reload, and so does where somebody is', async () => {
  const desk = await town.wide();
  const phone = await town.phone();
  await signIn(desk, town, 'Tomas Wellbrook');
  await signIn(phone, other, 'Jory Penhallow');
  const { tree } = await firstWaiting(desk);
  await desk.goto(`${town.base}/tree/${tree.id}`);
  await desk.getByRole('heading', { level: 1 }).waitFor();
  await phone.goto(`${other.base}/tree/${tree.id}`);
  await phone.getByRole('heading', { level: 1 }).waitFor();
  // Both listen a moment after their screen stands.
  await desk.waitForTimeout(4000);

  await phone.getByRole('button', { name: 'I am here' }).click();
  await desk.getByText('Jory Penhallow is at this tree now').waitFor();
  await phone.getByRole('button', { name: 'I have left' }).click();
  await desk.getByText('Jory Penhallow is at this tree now').waitFor({ state: 'detached' });

  const open = async (page: Page) => {
    const talk = page.getByRole('button', { name: /^Comments/ });
    if ((await talk.getAttribute('aria-expanded')) === 'false') await talk.click();
  };
  await open(desk);
  await open(phone);
  await phone.getByRole('textbox', { name: 'Comment on this tree' }).fill('Wasps at the foot, east side.');
  await phone.getByRole('button', { name: 'Notify someone' }).click();
  await phone.getByRole('checkbox', { name: 'Tomas Wellbrook' }).click();
  await phone.getByRole('button', { name: 'Post: this tree' }).click();
  await desk.getByText('Wasps at the foot, east side.').waitFor();
  // Who was spoken to is told, and once it was before their eyes the other sees that.
  await phone
    .getByText(/seen by Tomas Wellbrook/)
    .first()
    .waitFor();
});

it('a question goes back to who made the visit, with the mark that is wanted, on phone and desk', async () => {
  const desk = await town.wide();
  await signIn(desk, town, 'Marit Osterlund');
  const { tree, visit } = await firstWaiting(desk);
  const phone = await town.phone();
  await signIn(phone, other, visit.by.name);
  await phone.waitForTimeout(4000);
  await desk.goto(`${town.base}/review/${visit.id}`);
  await desk.getByText('Your own answer first').waitFor();
  await desk.getByRole('button', { name: 'Cannot tell from this' }).click();
  for (const one of await desk.getByRole('radio', { name: 'cannot tell' }).all()) await one.click();
  await desk.getByRole('button', { name: 'Show the crew’s answer' }).click();
  await desk.keyboard.press('q');
  const wanted = desk.getByRole('radiogroup', { name: 'Feature to check' });
  if ((await wanted.count()) > 0) await wanted.getByRole('radio').nth(1).click();
  await desk.getByRole('textbox', { name: 'Your question' }).fill('Which side were the buds from?');
  await desk.getByRole('button', { name: 'Submit question' }).click();
  await desk.getByText(`Sent back with a question: ${tree.tag}.`).waitFor();
  await phone.getByRole('link', { name: /^More · \d+ new for you/ }).waitFor();
  await phone.goto(`${other.base}/notices`);
  await phone.getByText('Marit Osterlund questioned your visit').first().waitFor();
  await phone.getByRole('link', { name: /Which side were the buds from/ }).click();
  await phone
    .getByText(/Which side were the buds from/)
    .first()
    .waitFor();
});

it('a visit is amended from its tree, and what it said before stays and can be brought back', async () => {
  const phone = await town.phone();
  await signIn(phone, town, 'Luk Vargas');
  const { id, day } = await phone.evaluate(async () => {
    const me = (await (await fetch('/api/v1/session')).json()) as { id: string };
    const { items } = (await (await fetch('/api/v1/trees?limit=400')).json()) as { items: { id: string; lastVisitOn: string | null }[] };
    for (const { id } of items.filter((tree) => tree.lastVisitOn !== null)) {
      const { visits } = (await (await fetch(`/api/v1/trees/${id}`)).json()) as { visits: { by: { id: string }; look: { day: string } }[] };
      if (visits[0]?.by.id === me.id) return { id, day: visits[0].look.day };
    }
    throw new Error('Luk visited nothing');
  });
  const history = async () => {
    await phone.goto(`${town.base}/tree/${id}`);
    await phone.getByRole('button', { name: /^History/ }).click();
  };
  await history();
  await phone
    .getByRole('button', { name: /^Amend the visit of/ })
    .first()
    .click();
  await phone.getByText(/^You are amending the visit of/).waitFor();
  await phone.getByRole('tab', { name: 'Assess' }).click();
  await phone.getByRole('textbox', { name: /note/i }).first().fill('Wrong side written down: it is the south.');
  await phone.getByRole('button', { name: /^Submit for review/ }).click();
  await phone.getByRole('heading', { level: 1 }).waitFor();
  const visits = () =>
    phone.evaluate(
      async (tree) =>
        (
          (await (await fetch(`/api/v1/trees/${tree}`)).json()) as {
            visits: { amends: string | null; look: { note: string; day: string } }[];
          }
        ).visits,
      id,
    );
  const sent = await until(visits, (all) => all.some(({ amends }) => amends !== null));
  expect(sent.find(({ amends }) => amends !== null)?.look).toMatchObject({ note: 'Wrong side written down: it is the south.', day });
  await history();
  await phone
    .getByText(/amended the visit of/)
    .first()
    .waitFor();
  await phone
    .getByRole('button', { name: /^Restore this version: visit of/ })
    .first()
    .click();
  await until(visits, (all) => all.filter(({ amends }) => amends !== null).length === 2);
});

it('a round is planned for a day, kept, taken along and there without a signal; given out in three formats', async () => {
  const phone = await town.phone({ offline: true });
  await signIn(phone, town, 'Adaeze Fenwick');
  await phone.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await phone.getByRole('button', { name: 'Plan a round' }).click();
  await phone.getByRole('textbox', { name: 'Hours' }).fill('3');
  await phone.getByRole('button', { name: 'Plan round', exact: true }).click();
  const stops = phone.getByRole('link', { name: /^Stop \d+: tree/ });
  await stops.first().waitFor();
  const planned = await stops.count();
  expect(planned).toBeGreaterThan(3);
  // One is swapped, one put off with a reason, one pinned: each is planned anew.
  const nameOf = async (n: number) => /tree\s*(Q \d{4})/.exec((await stops.nth(n).textContent()) ?? '')?.[1] ?? '';
  const swapped = await nameOf(0);
  await phone.getByRole('button', { name: `Change stop 1, ${swapped}` }).click();
  await phone.getByRole('button', { name: `Swap ${swapped} for another` }).click();
  await phone.getByRole('link', { name: new RegExp(`tree ${swapped},`) }).waitFor({ state: 'detached' });
  const away = await nameOf(1);
  await phone.getByRole('button', { name: `Change stop 2, ${away}` }).click();
  await phone.getByRole('button', { name: `Postpone … ${away}` }).click();
  await phone.getByRole('button', { name: `Postpone ${away}` }).click();
  await phone.getByText('Enter a short reason.').waitFor();
  await phone.getByRole('textbox', { name: 'Why' }).fill('The road is dug up.');
  await phone.getByRole('button', { name: `Postpone … ${away}` }).click();
  await phone.getByRole('link', { name: new RegExp(`tree ${away},`) }).waitFor({ state: 'detached' });
  await phone.getByRole('button', { name: 'Save round' }).click();
  await phone.getByText(/^On this device: .* Ready to go offline\.$/).waitFor();
  const [download] = await Promise.all([phone.waitForEvent('download'), phone.getByRole('button', { name: 'Route (GPX)' }).click()]);
  expect(readFileSync(await download.path(), 'utf8')).toContain('<rtept');

  await phone.context().setOffline(true);
  await phone.reload();
  await phone.getByText('Your round').waitFor();
  await stops.first().click();
  await phone.getByRole('heading', { level: 1 }).waitFor();
  await phone.getByRole('button', { name: /^History/ }).waitFor();
  // Without a signal another can still be planned, from what the phone holds; that it is not kept yet is said.
  await phone.goto(`${town.base}/round`);
  await phone.getByRole('button', { name: /^Plan again/ }).click();
  await phone.getByRole('button', { name: 'Plan round', exact: true }).click();
  await phone.getByText(/^Offline: planned from data on this device/).waitFor();
  await phone.getByRole('button', { name: 'Save round' }).waitFor();
  await phone.context().setOffline(false);

  // At the desk the same trees are in nobody else's round.
  const desk = await town.wide();
  await signIn(desk, town, 'Ines Corvath');
  await desk.keyboard.press('d');
  await desk.getByText('The round of Adaeze Fenwick').waitFor();
  for (const name of ['Jory Penhallow', 'Luk Vargas']) await desk.getByRole('checkbox', { name }).click();
  await desk.getByRole('checkbox', { name: 'Ines Corvath' }).click();
  await desk.getByRole('button', { name: 'Plan round', exact: true }).click();
  await desk.getByRole('button', { name: 'Save rounds' }).click();
  await desk.getByText('The round of Luk Vargas').waitFor();
  const rounds = await desk.evaluate(
    async (day) =>
      ((await (await fetch(`/api/v1/rounds?day=${day}`)).json()) as { items: { plan: { stops: { treeId: string }[] } }[] }).items,
    TODAY,
  );
  const all = rounds.flatMap(({ plan }) => plan.stops.map(({ treeId }) => treeId));
  expect(rounds.length).toBe(3);
  expect(new Set(all).size).toBe(all.length);
  await desk.getByRole('radio', { name: 'The season' }).click();
  await desk.getByText(/June 2026/).waitFor();
});

it('agreement is told of marks and never of people, and the town’s own errors are tried before they are switched on', async () => {
  const desk = await town.wide();
  await signIn(desk, town, 'Ines Corvath');
  await desk.goto(`${town.base}/agreement`);
  await desk.getByText('ID features').waitFor();
  const page = await desk.locator('body').innerText();
  for (const name of ['Jory', 'Luk Vargas', 'Adaeze']) expect(page).not.toContain(name);
  await desk.getByRole('button', { name: 'Preview the effect' }).click();
  await desk.getByText(/^Tested on \d+ trees with a confirmed name/).waitFor();
  await desk.getByRole('button', { name: 'Turn on' }).click();
  await desk.getByText(/^On since/).waitFor();
  await desk.getByRole('button', { name: 'Turn off' }).click();
  await desk.getByText(/^Off: every feature/).waitFor();
});

it('a tree is held against the chain from its page; what was altered in the database is named', async () => {
  const phone = await town.phone();
  await signIn(phone, town, 'Tomas Wellbrook');
  const { tree } = await firstWaiting(phone);
  const look = async () => {
    await phone.goto(`${town.base}/tree/${tree.id}`);
    await phone.getByRole('button', { name: /^Check record integrity/ }).click();
  };
  await look();
  await phone.getByText(/^All \d+ rows of this tree match/).waitFor();
  await town.sequelize.query('UPDATE visits SET day = day - INTERVAL 1 DAY WHERE tree_id = ? LIMIT 1', { replacements: [tree.id] });
  await look();
  await phone.getByText(/^row altered: visits\//).waitFor();
  await town.sequelize.query('UPDATE visits SET day = day + INTERVAL 1 DAY WHERE tree_id = ? LIMIT 1', { replacements: [tree.id] });
});
