import type { Page } from 'playwright-core';
export async function answer(page: Page, line: string, mark: string, state: RegExp): Promise<void> {
  await page.getByRole('tab', { name: new RegExp(`^${line}`) }).click();
  const chip = page.getByRole('button', { name: mark, exact: true });
  await page.getByRole('button', { name: 'Can’t see it' }).waitFor();
  if (await chip.count()) await chip.first().click();
  const drawn = page.getByRole('radio', { name: state });
  const more = page.getByRole('button', { name: 'More kinds' });
  if (!(await drawn.count()) && (await more.count())) await more.click();
  await drawn.first().click();
  await page.getByRole('radiogroup', { name: 'How sure' }).waitFor();
}
export async function signIn(page: Page, base: string, name: string): Promise<void> {
  await page.goto(`${base}/today`);
  await page.getByRole('button', { name: new RegExp(`^Sign in as ${name}`) }).click();
  await page.getByRole('heading', { name: 'Today' }).waitFor();
}
export async function goIn(page: Page): Promise<void> {
  await page.getByRole('heading', { name: 'Stop and look first' }).waitFor();
  for (const check of await page.getByRole('checkbox').all()) await check.click();
  await page.getByRole('button', { name: 'Safe to go in' }).click();
}
