// A device that is full: it is said at once and stays said; what stands on the screen is kept as soon as there is room.
import { answer, firstVisit, signIn, useTown } from '../town';

const town = useTown();

it('what is typed while there is no room is told to be kept nowhere, and is kept when there is', async () => {
  const page = await town.phone();
  await page.addInitScript(() => {
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...given: Parameters<typeof put>) {
      if ((window as unknown as { isFull?: boolean }).isFull && this.name === 'drafts')
        throw new DOMException('full', 'QuotaExceededError');
      return put.apply(this, given);
    };
  });
  const full = (isFull: boolean) => page.evaluate((value) => Object.assign(window, { isFull: value }), isFull);
  await signIn(page, town, 'Jory');
  await firstVisit(page);
  await answer(page, 'Bark', 'Bark texture', /^Smooth/);
  await page.getByText('saved here').waitFor();
  await full(true);
  await page.getByRole('tab', { name: 'Measure' }).click();
  await page.getByRole('textbox', { name: 'Girth' }).fill('120');
  await page.getByText('not saved: device is full').waitFor();
  await page.getByText(/Not saved: this device/).waitFor();
  // It does not fade while it is true.
  await page.waitForTimeout(2000);
  expect(await page.getByText('not saved: device is full').count()).toBe(1);
  await full(false);
  await page.getByText('saved here').waitFor();
  await page.reload();
  await page.getByRole('tab', { name: 'Measure' }).click();
  expect(await page.getByRole('textbox', { name: 'Girth' }).inputValue()).toBe('120');
  await page.getByRole('tab', { name: 'Name' }).click();
  await page.getByRole('tab', { name: /^Bark: 1 marks/ }).waitFor();
});
