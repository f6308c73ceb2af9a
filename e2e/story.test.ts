import { readFileSync } from 'node:fs';
import { answer, goIn, signIn, useTown } from './town';

const town = useTown();

/** The tree the story is about, found on the first screen. */
let tag = '';

describe('the whole way, on a phone and on a wide screen', () => {
  it('a crew member finds the due tree, names it, measures, walks round, judges and sends', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Jory');
    // The plane on the quay, which a second look has confirmed.
    const plane = page
      .getByRole('link', { name: /^Tree Q/ })
      .filter({ hasText: 'Platanus × acerifolia' })
      .first();
    tag = /(Q \d{4})/.exec((await plane.textContent()) ?? '')?.[1] ?? '';
    expect(tag).not.toBe('');
    const start = page.getByRole('button', { name: `Start a visit to ${tag}` });
    await expect(
      page
        .getByText(/over|due today/)
        .first()
        .innerText(),
    ).resolves.toBeTruthy();
    await start.click();
    await goIn(page);

    // Three lines of evidence for a plane.
    await answer(page, 'Bark', 'Bark texture', /^Mosaic flakes/);
    await answer(page, 'Twig', 'Bud scales', /^One cap/);
    await answer(page, 'Twig', 'Arrangement', /^Alternate/);
    await answer(page, 'Leaf', 'Lobe depth', /^About half way/);
    await answer(page, 'Leaf', 'Leaf underside', /^Paler/);
    await answer(page, 'Fruit', 'Fruit', /^Spiky ball/);
    await page.getByRole('radio', { name: 'On the ground' }).click();
    await page.getByRole('button', { name: /^Leading name Platanus × acerifolia/ }).click();
    await page.getByText(/None against. Every similar species is at least ten times less likely/).waitFor();

    await page.getByRole('tab', { name: 'Measure' }).click();
    await page.getByRole('textbox', { name: 'Girth' }).fill('188');
    await page.getByText('59.8 cm').waitFor();
    await page.getByRole('textbox', { name: 'Level distance to the stem' }).fill('20');
    await page.getByRole('textbox', { name: 'Angle to the top' }).fill('38');
    await page.getByRole('textbox', { name: 'Angle to the base' }).fill('-4');
    await page.getByText('17.0 m').waitFor();
    await page.getByText('± 0.4 m').waitFor();
    await page.getByRole('textbox', { name: 'Height of the lowest live crown' }).fill('17 ft');
    await page.getByText(/Live crown ratio 70%/).waitFor();

    await page.getByRole('tab', { name: 'Walk round' }).click();
    await page.getByRole('heading', { name: 'Now the north side of the stem' }).waitFor();
    await page.getByRole('button', { name: /^south-east side of the stem: not inspected/ }).click();
    await page.getByRole('button', { name: 'Add a sign' }).click();
    await page.getByRole('button', { name: /^Cavity/ }).click();
    await page.getByRole('textbox', { name: 'Height above ground' }).fill('1.4');
    await page.getByRole('textbox', { name: 'Width of the opening' }).fill('40');
    await page.getByRole('button', { name: 'Record cavity' }).click();
    await page.getByRole('button', { name: 'Done here' }).click();
    for (let i = 0; i < 16; i++) await page.getByRole('button', { name: 'No signs here' }).click();
    await page.getByRole('button', { name: /^Cannot reach/ }).click();
    await page.getByText('8 of 8 sides inspected').waitFor();

    await page.getByRole('tab', { name: 'Assess' }).click();
    await page.getByText('Serious defect', { exact: true }).waitFor();
    await page.getByText('94% of the zones inspected').waitFor();
    await page
      .getByText(/Felling|felling/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: 'Submit for review' }).click();
    await page.getByRole('heading', { name: 'Platanus × acerifolia' }).waitFor();
    // It was confirmed before; the same name given again leaves it so.
    await page.getByText('Confirmed in review').waitFor();
  });

  it('the reviewer looks first, then overturns it with a reason; the tree shows both; the CSV holds it', async () => {
    const page = await town.wide();
    await signIn(page, town, 'Tomas');
    await page.keyboard.press('r');
    await page.getByRole('link', { name: new RegExp(`^Review ${tag} `) }).click();
    await page.getByText('Your own answer first').waitFor();
    // The name that was given is not on the screen before the second look.
    expect(await page.getByText('Visit name').count()).toBe(0);
    await page.getByRole('textbox', { name: 'Your species name' }).fill('syca');
    await page.getByRole('button', { name: 'Acer pseudoplatanus' }).click();
    for (const one of await page.getByRole('radio', { name: 'cannot tell' }).all()) await one.click();
    await page.getByRole('button', { name: 'Show the crew’s answer' }).click();
    await page.getByText('Visit name').waitFor();
    await page.getByText('Another name.').waitFor();
    await page.keyboard.press('o');
    await page.getByRole('button', { name: 'Submit: change name' }).click();
    await page.getByText('Enter a short reason').waitFor();
    await page.getByRole('textbox', { name: 'Why' }).fill('The buds in the picture sit in pairs.');
    await page.getByRole('button', { name: 'Submit: change name' }).click();
    await page.getByText(`Name changed: ${tag} is now held for Acer pseudoplatanus.`).waitFor();

    await page.keyboard.press('/');
    await page.getByRole('textbox', { name: 'Tag, street or name' }).fill(tag);
    await page.goto(page.url().replace(/\/visit.*/, '/map'));
    await page.getByTestId('map-ready').waitFor();
    await page.goto(`${town.base}/exchange`);
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /^CSV/ }).click()]);
    const csv = readFileSync(await download.path(), 'utf8');
    const row = csv.split('\r\n').find((line) => line.startsWith(`${tag},`)) ?? '';
    expect(row).toMatch(/Acer pseudoplatanus,species,overturned/);
    expect(row).toMatch(/serious weakness/);
  });

  it('the tree page shows both names, who gave them, and why', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Adaeze');
    await page.getByRole('link', { name: 'Start a visit', exact: true }).click();
    await page.getByRole('textbox', { name: 'Tag, street or name' }).fill(tag);
    await page.getByRole('link', { name: `Start a visit to ${tag}` }).click();
    await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
    const id = page.url().split('/').at(-1);
    await page.goto(`${town.base}/tree/${id}`);
    await page.getByRole('heading', { name: 'Acer pseudoplatanus' }).waitFor();
    await page.getByText('Corrected in review').waitFor();
    await page.getByRole('button', { name: /^Name history/ }).click();
    expect(await page.getByText('Platanus × acerifolia').count()).toBeGreaterThan(0);
    await page.getByText(/name changed by Tomas Wellbrook: The buds in the picture sit in pairs/).waitFor();
    await page.getByRole('img', { name: /^Rings, one a visit/ }).waitFor();
  });
});

describe('a tree list comes in', () => {
  const LIST = [
    'TreeID,What,Girth (cm),Planting Year,Lat,Lon,Street',
    'N-1,London plane,210,1960,45.6301,-31.2101,Ferry Street',
    'N-2,sycamore,88 cm,1999,45.6302,-31.2103,Ferry Street',
    'N-3,Acer plantanoides,34",2001,45.6303,-31.2105,Ferry Street',
    'N-4,Tilia cordata,abc,1990,45.6304,-31.2107,Ferry Street',
  ].join('\n');
  it('columns matched and confirmed, names asked, the bad row told by line, then kept', async () => {
    const page = await town.wide();
    await signIn(page, town, 'Ines');
    await page.goto(`${town.base}/exchange`);
    await page.getByRole('button', { name: 'Choose a file' }).waitFor();
    await page.getByLabel('Tree list file').setInputFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(LIST) });
    await page.getByText('3 of 4 rows are good').waitFor();
    expect(await page.getByLabel('How TreeID is read').inputValue()).toBe('tag');
    expect(await page.getByLabel('How What is read').inputValue()).toBe('');
    await page.getByLabel('How What is read').selectOption('species');
    await page.getByRole('button', { name: 'Read list again', exact: true }).click();
    await page.getByText('“sycamore”, 1 row').waitFor();
    await page.getByText('“Acer plantanoides”').waitFor();
    await page.getByText(/"abc" is not a length/).waitFor();
    await page.getByRole('button', { name: /^Acer pseudoplatanus/ }).click();
    await page.getByRole('button', { name: 'Check again' }).click();
    await page.getByRole('button', { name: 'Import 3 trees, skip 1' }).click();
    await page.getByText('3 trees imported').waitFor();
    await page.goto(`${town.base}/visit`);
    await page.getByRole('textbox', { name: 'Tag, street or name' }).fill('N-2');
    await page.getByText('Acer pseudoplatanus').waitFor();
  });
  it('nobody else may bring a list in', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Jory');
    await page.goto(`${town.base}/exchange`);
    await page.getByText('A coordinator can do this. You are signed in as crew.').waitFor();
  });
});
