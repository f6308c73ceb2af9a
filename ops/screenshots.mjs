// Takes the pictures of docs/screenshots from a running demo: node ops/screenshots.mjs [address]. Open them and look.
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { root } from './packages.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:8321';
const folder = process.argv[3] ?? join(root, 'docs', 'screenshots');
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    '--ignore-gpu-blocklist',
    '--disable-background-networking',
  ],
});
const open = async (width, height, colorScheme = 'light') => {
  const context = await browser.newContext({ viewport: { width, height }, serviceWorkers: 'block', colorScheme });
  const page = await context.newPage();
  // A demonstration whose day stands still is looked at on that day.
  if (process.env.DENDRIX_TODAY) await page.clock.install({ time: new Date(`${process.env.DENDRIX_TODAY}T11:00:00Z`) });
  page.on('pageerror', (error) => console.log(`page error: ${error.message}`));
  return page;
};
const snap = async (page, name) => {
  await page.waitForTimeout(500);
  await page.screenshot({ path: join(folder, `${name}.png`) });
};
const signIn = async (page, name) => {
  await page.goto(`${base}/today`);
  await page.getByRole('button', { name: new RegExp(`^Sign in as ${name}`) }).click();
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor();
};
const answer = async (page, line, mark, state) => {
  await page.getByRole('tab', { name: new RegExp(`^${line}`) }).click();
  await page.waitForTimeout(250);
  const chip = page.getByRole('button', { name: mark, exact: true });
  if (await chip.count()) await chip.first().click();
  await page.waitForTimeout(150);
  const more = page.getByRole('button', { name: 'More options' });
  if (!(await page.getByRole('radio', { name: state }).count()) && (await more.count())) await more.click();
  await page.getByRole('radio', { name: state }).first().click();
};
const visit = async (page) => {
  await page
    .getByRole('button', { name: /^Start a visit to/ })
    .first()
    .click();
  await page.getByText('Stop and look first').waitFor();
  for (const check of await page.getByRole('checkbox').all()) await check.click();
  await page.getByText('It is safe: go in').click();
  await answer(page, 'Twig', 'Bud shape', /^Flat triangle/);
  await answer(page, 'Twig', 'Twig line', /^Zigzag/);
  await answer(page, 'Bark', 'Bark texture', /^Warty/);
};

const phone = await open(390, 844);
await phone.goto(base);
await phone.getByText('Quillhaven, a demonstration').waitFor();
await signIn(phone, 'Jory');
await snap(phone, 'today');
await phone.getByRole('link', { name: 'Map', exact: true }).click();
await phone.getByTestId('map-ready').waitFor();
await phone.waitForTimeout(2500);
await snap(phone, 'map');
await phone.getByRole('link', { name: 'Today', exact: true }).click();
await visit(phone);
await snap(phone, 'visit-bark');
await phone.getByRole('button', { name: /^Leading name/ }).click();
await snap(phone, 'visit-names');
await phone.getByRole('tab', { name: 'Measure' }).click();
await phone.getByRole('textbox', { name: 'Girth' }).fill('188');
await phone.getByRole('textbox', { name: 'Level distance' }).fill('20');
await phone.getByRole('textbox', { name: 'Angle to the top' }).fill('38');
await phone.getByRole('textbox', { name: 'Angle to the base' }).fill('-4');
await phone.getByRole('textbox', { name: 'Height of the lowest' }).fill('4');
await phone.getByRole('textbox', { name: 'Level distance' }).scrollIntoViewIfNeeded();
await snap(phone, 'visit-measure');
await phone.getByRole('tab', { name: 'Walk round' }).click();
for (let i = 0; i < 3; i++) {
  // A known defect is answered before its side counts as inspected.
  const same = phone.getByRole('button', { name: /: same$/ });
  while (await same.count()) await same.first().click();
  await phone.getByRole('button', { name: /^(Nothing new here|No signs here)$/ }).click();
}
await phone.getByRole('button', { name: 'Add a sign', exact: true }).click();
await phone.getByRole('button', { name: /^Cavity/ }).click();
await phone.getByRole('textbox', { name: 'Height above ground' }).fill('1.4');
await phone.getByRole('textbox', { name: 'Width of the opening' }).fill('16');
await phone.getByRole('button', { name: 'Record cavity' }).click();
await phone.getByRole('radio', { name: 'Dull' }).click();
await phone.getByText('Now the').scrollIntoViewIfNeeded();
await snap(phone, 'walk-round');
await phone.getByRole('button', { name: /^top of the crown/ }).click();
await phone.getByRole('button', { name: 'Add a sign', exact: true }).click();
await phone.getByRole('button', { name: /^Thin crown/ }).click();
await phone.getByRole('radio', { name: '30%' }).click();

await phone.getByRole('button', { name: 'Record thin crown' }).click();
await phone.getByRole('tab', { name: 'Assess' }).click();
await phone
  .getByRole('button', { name: /^Cavity.*Why\?$/ })
  .first()
  .click();
await snap(phone, 'judge');
await phone.getByRole('button', { name: /^Close/ }).click();

await phone.goto(`${base}/library`);
await phone.getByRole('link', { name: /^Acer campestre/ }).waitFor();

await phone.goto(`${base}/library/taxon/fraxinus-excelsior`);
await phone.getByRole('heading', { name: 'The year' }).waitFor();
await snap(phone, 'library-tree');
await phone.goto(`${base}/library/tell-apart?taxa=tilia-cordata,tilia-x-europaea,tilia-platyphyllos`);
await phone.getByRole('heading', { name: 'Leaf underside' }).waitFor();
await snap(phone, 'tell-apart');

const desk = await open(1280, 800);
await signIn(desk, 'Tomas');
await desk.goto(`${base}/review`);
await desk.getByText('Your own answer first').waitFor();
await snap(desk, 'review-wide');
// A tree with a history: the hackberry whose hole grows.
const watched = await desk.evaluate(async () => {
  const { items } = await (await fetch('/api/v1/trees?limit=2000')).json();
  return items.find((tree) => tree.place.startsWith('Saltmarket') && tree.soundness === 'serious weakness').id;
});
await desk.goto(`${base}/tree/${watched}`);
await desk.getByText('Visits as rings').waitFor();
await snap(desk, 'tree-wide');
await phone.goto(desk.url());
await phone.getByText('Visits as rings').waitFor();
await snap(phone, 'tree');
await desk.goto(`${base}/map`);
await desk.getByTestId('map-ready').waitFor();
await desk.waitForTimeout(2500);
await snap(desk, 'map-wide');
await desk.goto(`${base}/today`);
await desk.getByRole('heading', { name: 'Today', exact: true }).waitFor();
await visit(desk);
await snap(desk, 'visit-wide');

const list = await open(390, 844);
await signIn(list, 'Ines');
await list.goto(`${base}/exchange`);
const text =
  'TreeID,Species,Girth (cm),Planting Year,Lat,Lon\nN-1,London plane,210,1960,45.6301,-31.2101\nN-2,sycamore,88 cm,1999,45.6302,-31.2103\nN-3,Acer plantanoides,34",2001,45.6303,-31.2105\nN-4,Tilia cordata,abc,1990,45.6304,-31.2107\n';
await list.getByLabel('Tree list file').setInputFiles({ name: 'town-list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
await list.getByText('3 of 4 rows are good').scrollIntoViewIfNeeded();
await list.getByText('Names that mean more than one tree').scrollIntoViewIfNeeded();
await snap(list, 'exchange');

await list.goto(`${base}/agreement`);
await list.getByText('Marks of identification').scrollIntoViewIfNeeded();
await snap(list, 'agreement');

const dusk = await open(390, 844, 'dark');
await signIn(dusk, 'Jory');
await dusk.goto(`${base}/round`);
await dusk.getByRole('button', { name: 'Plan round', exact: true }).click();
await dusk.getByRole('heading', { name: 'The round' }).evaluate((heading) => heading.scrollIntoView());
await snap(dusk, 'round-dusk');
await browser.close();
