import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { v7 as newId } from 'uuid';
import { aTree, aVisit, startService, TODAY, type Service } from '../testing/service';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.stop());

interface PdfPage {
  /** points */
  width: number;
  height: number;
  text: string;
}

/** Pages of a PDF as another reader (pdf.js) sees them. */
function pagesOf(bytes: Buffer): PdfPage[] {
  const done = spawnSync(process.execPath, [join(__dirname, '../testing/pdf-pages.mjs')], { input: bytes, encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as PdfPage[];
}

let count = 0;
async function sheetOf(part: Record<string, unknown> | null, paper: string) {
  const crew = await service.as('crew');
  const id = newId();
  await crew.put(`/trees/${id}`, aTree(`S ${++count}`));
  if (part) {
    const base = aVisit(id);
    await crew.put(`/visits/${newId()}`, { ...base, look: { ...base.look, ...part } });
  }
  return crew.bytes(`/api/v1/trees/${id}/sheet.pdf?paper=${paper}`);
}

describe('the printed sheet', () => {
  // ISO 216: A4 is 210 by 297 mm; ANSI/ASME Y14.1: Letter is 8.5 by 11 in. A point is a 72nd of an inch.
  it.each([
    ['a4', (210 / 25.4) * 72, (297 / 25.4) * 72],
    ['letter', 8.5 * 72, 11 * 72],
  ])('%s has the size of its standard on every page', async (paper, width, height) => {
    const { status, type, bytes } = await sheetOf({ note: 'Bus stop beneath.' }, paper);
    expect(status).toBe(200);
    expect(type).toBe('application/pdf');
    for (const page of pagesOf(bytes)) {
      expect(page.width).toBeCloseTo(width, 0);
      expect(page.height).toBeCloseTo(height, 0);
    }
  });
  it('holds the name, the readings in both systems, the judgement, what was not seen, and the cautions', async () => {
    const { bytes } = await sheetOf(
      { signs: [{ id: 'cavity', zone: 'stem-n', key: 'k', opening: 0.14, height: 1.4 }], note: 'Bus stop beneath.' },
      'a4',
    );
    const pages = pagesOf(bytes);
    const text = pages.map((p) => p.text).join(' ');
    expect(text).toMatch(/Platanus × acerifolia/);
    expect(text).toMatch(/42\.0 cm.*16\.5 in/);
    expect(text).toMatch(/Cavity, north side of the stem/);
    expect(text).toMatch(/Vigour.*Structure.*Hidden decay/);
    expect(text).toMatch(/Not inspected/);
    expect(text).toMatch(/Bus stop beneath/);
    expect(text).toMatch(/permits and licensing/);
    expect(text).toMatch(/Options/);
    // The foot stands on every page, with its number.
    pages.forEach((page, i) => expect(page.text).toContain(`${TODAY}, page ${i + 1} of ${pages.length}`));
    expect(pages.length).toBeLessThanOrEqual(3);
  });
  it('of a tree nobody has visited says so', async () => {
    const { bytes } = await sheetOf(null, 'a4');
    const [page] = pagesOf(bytes);
    expect(page?.text).toMatch(/Not yet named/);
    expect(page?.text).toMatch(/This tree has not been visited yet/);
  });
  it('refuses other papers, and a tree that is not there', async () => {
    expect((await sheetOf(null, 'a3')).status).toBe(422);
    const crew = await service.as('crew');
    expect((await crew.bytes(`/api/v1/trees/${newId()}/sheet.pdf`)).status).toBe(404);
    expect((await service.anyone().bytes(`/api/v1/trees/${newId()}/sheet.pdf`)).status).toBe(401);
  });
});
