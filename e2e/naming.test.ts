// Naming in winter and in summer, on a phone; looking up and telling apart, on a phone and on a wide screen.
import type { Page } from 'playwright-core';
import { answer, goIn, signIn, TODAY, useTown, until } from './town';

const town = useTown();

/** A phone whose day is another one. */
async function phoneOn(date: string): Promise<Page> {
  const page = await town.phone();
  await page.clock.setSystemTime(new Date(`${date}T11:00:00Z`));
  return page;
}
async function beginVisit(page: Page): Promise<void> {
  await signIn(page, town, 'Luk');
  await page.getByRole('link', { name: 'Start a visit', exact: true }).click();
  await page.getByRole('textbox', { name: 'Tag, street or name' }).fill('Heron');
  await page
    .getByRole('link', { name: /^Start a visit to/ })
    .first()
    .click();
  await goIn(page);
}

describe('a winter naming on a phone', () => {
  it('by twig, bud, bark and form; litter is taken for litter; the flower becomes a follow-up', async () => {
    const page = await phoneOn('2026-01-20');
    await beginVisit(page);
    await answer(page, 'Twig', 'Arrangement', /^Opposite/);
    await answer(page, 'Twig', 'Bud colour', /^Black/);
    await page.getByRole('button', { name: /^Leading name Fraxinus excelsior/ }).waitFor();
    await answer(page, 'Twig', 'Twig thickness', /^Stout/);
    await answer(page, 'Bark', 'Bark texture', /^Interlacing/);
    await answer(page, 'Form', 'Branching', /^Coarse/);
    await answer(page, 'Twig', 'Bud scales', /^Two or three/);
    await answer(page, 'Twig', 'Bud surface', /^Smooth/);

    // In winter a leaf is one that lies beneath, until the person says otherwise.
    await answer(page, 'Leaf', 'Leaf type', /^Pinnate/);
    expect(await page.getByRole('radio', { name: /On the ground/ }).getAttribute('aria-checked')).toBe('true');

    // What cannot be seen is not asked again.
    await page.getByRole('button', { name: /^Check next: / }).click();
    const asked = await page.getByRole('heading', { level: 2 }).first().innerText();
    await page.getByRole('button', { name: 'Cannot see it' }).click();
    expect(await page.getByRole('heading', { level: 2 }).first().innerText()).not.toBe(asked);

    await page.getByRole('button', { name: /^Leading name Fraxinus excelsior/ }).click();
    await page.getByText(/^Features (identify|suggest|point)/).waitFor();
    await page.getByRole('button', { name: 'Fraxinus excelsior, for and against' }).click();
    await page.getByRole('img', { name: /^Fraxinus excelsior, Twig and buds/ }).waitFor();
    await page.getByRole('img', { name: /^Fraxinus excelsior, Leaf, 20 to 35 cm, bar/ }).waitFor();
    const later = page.getByRole('checkbox', { name: /^Come back for/ });
    await later.first().waitFor();
    if ((await later.first().getAttribute('aria-checked')) === 'false') await later.first().click();
    const planned = ((await later.first().getAttribute('aria-label')) ?? '').replace('Come back for ', '');

    await page.getByRole('button', { name: 'Label a twig, leaf or fruit' }).click();
    await page.getByText(/^Q \d{4} \/ 2026-01-20 \/ A$/).waitFor();
    await page.getByRole('radio', { name: 'From the tree' }).click();

    // All of it survives a reload.
    await page.reload();
    await page.getByRole('button', { name: /^Leading name Fraxinus excelsior/ }).click();
    await page.getByText(/^Q \d{4} \/ 2026-01-20 \/ A$/).waitFor();
    expect(await later.first().getAttribute('aria-checked')).toBe('true');

    await page.getByRole('tab', { name: 'Assess' }).click();
    await page.getByRole('button', { name: 'Submit for review' }).click();
    await page.getByText('Still needed to confirm the name').waitFor();
    await page.getByText(planned, { exact: false }).first().waitFor();
  });
});

describe('a summer naming on a phone', () => {
  it('by leaf, then by what the engine asks; look-alikes told apart beside it', async () => {
    const page = await phoneOn(TODAY);
    await beginVisit(page);
    await answer(page, 'Leaf', 'Leaf shape', /^Heart/);
    await answer(page, 'Leaf', 'Leaf underside', /^Silvery white/);
    await answer(page, 'Leaf', 'Leaf edge', /^Single teeth/);
    await answer(page, 'Fruit', 'Fruit', /^Nutlets on a long bract/);
    await page.getByRole('radio', { name: 'On the ground' }).click();
    await page.getByRole('button', { name: /^Leading name Tilia tomentosa/ }).waitFor();
    // A doubt lowers what the marks are worth, at once.
    const percent = async () =>
      Number(/(\d+) percent/.exec((await page.getByRole('button', { name: /^Leading name/ }).getAttribute('aria-label')) ?? '')?.[1]);
    await page.getByRole('tab', { name: /^Leaf/ }).click();
    await page.getByRole('button', { name: '✓ Leaf underside' }).click();
    await page.getByRole('radio', { name: 'A guess' }).waitFor();
    const sure = await percent();
    await page.getByRole('radio', { name: 'A guess' }).click();
    await until(percent, (now) => now < sure);
    await page.getByRole('radio', { name: /Sure$/ }).click();

    await page.getByRole('button', { name: /^Leading name Tilia tomentosa/ }).click();
    // What the town's record holds of the names stands beside them.
    await page
      .getByText(/^In the town: \d+/)
      .first()
      .waitFor();
    await page.getByRole('button', { name: /^Compare these \d/ }).click();
    await page.getByRole('heading', { name: 'Compare species' }).waitFor();
    await page.getByRole('button', { name: 'Remove Tilia tomentosa' }).waitFor();
    await page.getByRole('heading', { name: 'Leaf underside' }).waitFor();
    await page
      .getByRole('img', { name: /^Tilia tomentosa: silvery white/ })
      .first()
      .waitFor();
    await page.goBack();
    await page.getByRole('button', { name: /^Leading name Tilia tomentosa/ }).waitFor();
  });
});

describe('the library', () => {
  it('on a phone: three letters find a tree, a trap asks, the page holds plate, year, look-alikes and where it grows', async () => {
    const page = await town.phone();
    await signIn(page, town, 'Luk');
    await page.getByRole('link', { name: /^More/ }).click();
    await page.getByRole('button', { name: 'Open library' }).click();
    await page.getByRole('heading', { name: 'Library' }).waitFor();
    const find = page.getByRole('textbox');
    await find.fill('sycamore');
    await page.getByText('“sycamore” means more than one tree. Which?').waitFor();
    await find.fill('syc');
    await page.getByRole('link', { name: /^Acer pseudoplatanus/ }).waitFor();
    await find.fill('zzzz');
    await page.getByText(/No match\. Try fewer letters/).waitFor();
    await find.fill('pla');
    await page.getByRole('link', { name: /^Platanus × acerifolia/ }).click();
    await page.getByRole('heading', { name: 'Platanus × acerifolia' }).waitFor();
    for (const part of [/, The tree, 20 to 35 m, bar/, /, Leaf, .* cm, bar/, /, Bark when old/, /, Fruit, .*bar/])
      await page.getByRole('img', { name: part }).waitFor();
    await page.getByRole('img', { name: /^In leaf: May to/ }).waitFor();
    await page.getByRole('heading', { name: 'Normal for this species' }).waitFor();
    await page.getByText(/^\d+ trees: .*Heron Quay/).waitFor();
    await page.getByRole('link', { name: 'Plane anthracnose' }).click();
    await page.getByRole('heading', { name: 'How to be certain' }).waitFor();
    await page.getByRole('heading', { name: 'Plane anthracnose' }).waitFor();
    await page.goBack();
    await page.getByRole('button', { name: 'Tell Platanus × acerifolia and Platanus orientalis apart' }).click();
    await page.getByRole('heading', { name: 'Lobe depth' }).waitFor();
    await page.getByText('Platanus × acerifolia / Platanus orientalis: Half way here; deep there.').waitFor();
  });
  it('on a wide screen: by key, conifers alone, signs and agents, a page that is not there', async () => {
    const page = await town.wide();
    await signIn(page, town, 'Tomas');
    await page.keyboard.press('l');
    await page.getByRole('heading', { name: 'Library' }).waitFor();
    await page.getByRole('radio', { name: 'Conifers' }).click();
    await page.getByRole('link', { name: /^Abies concolor/ }).waitFor();
    expect(await page.getByRole('link', { name: /^Acer/ }).count()).toBe(0);
    await page.getByRole('radio', { name: /^Signs/ }).click();
    await page.getByRole('textbox').fill('loose');
    await page.getByRole('link', { name: 'Loose bark' }).click();
    await page.getByRole('heading', { name: 'Effect on the assessment' }).waitFor();
    await page.getByRole('link', { name: 'Parrotia persica' }).click();
    await page.getByRole('heading', { name: 'Parrotia persica' }).waitFor();
    await page.goto(`${town.base}/library/taxon/no-such-tree`);
    await page.getByText('No species has this name.').waitFor();
    await page.goto(`${town.base}/library/tell-apart?taxa=picea-abies,picea-glauca,picea-pungens`);
    await page.getByRole('heading', { name: 'Fruit size' }).waitFor();
    await page.getByRole('radio', { name: 'What shows now' }).click();
    await page.getByRole('textbox', { name: 'Add a tree by any name' }).fill('hemlock');
    await page.getByRole('button', { name: 'Add Tsuga canadensis' }).click();
    await page.getByText('You can compare up to four.').waitFor();
  });
});
