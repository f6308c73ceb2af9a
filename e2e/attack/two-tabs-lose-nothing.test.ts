// Two tabs on one tree: what is entered in either is on the server in the end, once, and nobody is told that it went where it did not.
import { answer, firstVisit, signIn, TODAY, until, useTown } from '../town';

const town = useTown();

it('what one tab enters while another goes on is neither overwritten nor lost, and one visit goes out', async () => {
  const a = await town.phone();
  await signIn(a, town, 'Jory');
  await firstVisit(a);
  const treeId = new URL(a.url()).pathname.split('/').at(-1) ?? '';
  await answer(a, 'Bark', 'Bark texture', /^Mosaic flakes/);
  await a.getByText('saved here').waitFor();
  const before = (await recordOf(treeId)).length;

  const b = await a.context().newPage();
  await b.clock.install({ time: new Date(`${TODAY}T11:30:00Z`) });
  await b.goto(a.url());
  await b.getByRole('tab', { name: /^Bark: 1 marks/ }).waitFor();
  // The first goes on, then the second: it is told before it keeps anything.
  await answer(a, 'Twig', 'Bud scales', /^One cap/);
  await a.getByText('saved here').waitFor();
  await b.getByRole('tab', { name: 'Measure' }).click();
  await b.getByText('This visit is open in another tab').waitFor();
  await b.getByRole('button', { name: 'Load latest version' }).click();
  await b.getByRole('tab', { name: 'Measure' }).click();
  await b.getByRole('textbox', { name: 'Girth' }).fill('188');
  await b.getByText('saved here').waitFor();
  // Now the first one is behind.
  await a.getByRole('tab', { name: 'Walk round' }).click();
  await a.getByText('This visit is open in another tab').waitFor();
  await a.getByRole('button', { name: 'Load latest version' }).click();
  await a.getByRole('tab', { name: 'Assess' }).click();
  await a.getByRole('button', { name: 'Submit for review' }).click();
  const [sent] = await until(
    async () => (await recordOf(treeId)).slice(0),
    (visits) => visits.length === before + 1,
  ).then((visits) => visits.filter(({ look }) => look.observations.length === 2));
  expect(sent?.look.measurements.dbh?.entered).toContain('188');

  // A tap in the second revives nothing.
  await b.getByRole('tab', { name: 'Walk round' }).click();
  await b.getByText('This visit was sent from another tab').waitFor();
  await b.getByRole('button', { name: 'Open tree' }).click();
  await b.getByText('Last inspection').first().waitFor();
  expect((await recordOf(treeId)).length).toBe(before + 1);
  // The next visit begins with the safety step, not with what is left of this one.
  await b.goto(`${town.base}/visit/${treeId}`);
  await b.getByRole('heading', { name: 'Stop and look first' }).waitFor();

  interface Visit {
    look: { observations: unknown[]; measurements: { dbh?: { entered: string } } };
  }
  function recordOf(id: string): Promise<Visit[]> {
    return a.evaluate(async (tree) => ((await (await fetch(`/api/v1/trees/${tree}`)).json()) as { visits: Visit[] }).visits, id);
  }
});
