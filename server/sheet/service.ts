import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { DAY_GROUNDS, markOn, planLabel, planSectors, PLAN_SIZE, TINTS, type Figure, type Paint } from '@dendrix/core/figures';
import type { Change } from '@dendrix/core/record';
import type { Sheet, SheetBlock } from '@dendrix/core/sheet';

export const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];

/** Paper sizes in points of 1/72 inch: ISO 216 A4 and ANSI Letter. */
const SIZES: Record<Paper, [number, number]> = { a4: [595.28, 841.89], letter: [612, 792] };
const MARGIN = 38;
/** Height of the lines of a text that stay together, points. */
const FIRST_LINES = 24;
/** Room for the foot of each page. */
const FOOT = 28;
const INK = '#241E18';
const SOFT = '#5A5044';
const RULE = '#C9BFA9';
const OXIDE = '#A93F16';
const LICHEN = '#425822';
const LICHEN_WASH = '#E4EAD2';
const SULPHUR_WASH = '#F8EBC0';

/** The fonts the app ships with, below the folder of their packages. */
const FONTS = {
  body: 'atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: 'atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf',
  head: 'bricolage-grotesque/600SemiBold/BricolageGrotesque_600SemiBold.ttf',
  latin: 'newsreader/500Medium_Italic/Newsreader_500Medium_Italic.ttf',
} as const;

function colour(paint: Paint | undefined): string | null {
  if (paint === undefined || paint === 'none') return null;
  if (paint === 'ink') return INK;
  if (paint === 'soft') return SOFT;
  if (paint === 'oxide') return OXIDE;
  if (paint in DAY_GROUNDS) return DAY_GROUNDS[paint as keyof typeof DAY_GROUNDS];
  return TINTS[paint.slice(5)] ?? SOFT;
}

const bulleted = (lines: readonly string[]) => lines.map((line) => `·  ${line}`).join('\n');

/** Lays one sheet on paper. One instance makes one document. */
class Page {
  readonly doc: PDFKit.PDFDocument;
  private readonly width: number;
  private readonly bottom: number;

  constructor(paper: Paper, title: string, fonts: string) {
    const [width, height] = SIZES[paper];
    this.doc = new PDFDocument({
      size: [width, height],
      margins: { top: MARGIN, left: MARGIN, right: MARGIN, bottom: MARGIN + FOOT },
      bufferPages: true,
      info: { Title: title, Creator: 'Dendrix' },
      lang: 'en',
      tagged: true,
    });
    for (const [name, file] of Object.entries(FONTS)) this.doc.registerFont(name, join(fonts, file));
    this.width = width - 2 * MARGIN;
    this.bottom = height - MARGIN - FOOT;
  }

  /** Goes on to a new page when so much does not fit. */
  private room(points: number): void {
    if (this.doc.y + points > this.bottom) this.doc.addPage();
  }

  private write(words: string, style: keyof typeof FONTS, size: number, colourOf = INK, gap = 2, indent = 0): void {
    this.doc.font(style).fontSize(size);
    // Longer text runs on over the page; only its first lines have to fit.
    this.room(Math.min(FIRST_LINES, this.doc.heightOfString(words, { width: this.width - indent, lineGap: gap })));
    this.doc.fillColor(colourOf).text(words, MARGIN + indent, this.doc.y, { width: this.width - indent, lineGap: gap });
  }

  private rule(): void {
    this.doc
      .moveTo(MARGIN, this.doc.y)
      .lineTo(MARGIN + this.width, this.doc.y)
      .lineWidth(0.7)
      .strokeColor(RULE)
      .stroke();
  }

  /** A drawing of core, fitted into a box. */
  drawing(figure: Figure, x: number, y: number, width: number, height: number): void {
    const { doc } = this;
    const scale = Math.min(width / figure.width, height / figure.height);
    doc.save().translate(x, y).scale(scale).lineJoin('round').lineCap('round');
    for (const shape of figure.shapes) {
      const fill = colour(shape.fill);
      const stroke = shape.width ? colour(shape.stroke) : null;
      if (!fill && !stroke) continue;
      doc.opacity(shape.opacity ?? 1).path(shape.d);
      if (stroke) doc.lineWidth(shape.width ?? 1);
      if (fill && stroke) doc.fillAndStroke(fill, stroke);
      else if (fill) doc.fill(fill);
      else if (stroke) doc.stroke(stroke);
    }
    doc.restore();
  }

  head(sheet: Sheet): void {
    const { doc } = this;
    const leaf = 96;
    const top = doc.y;
    if (sheet.leaf) this.drawing(sheet.leaf, MARGIN + this.width - leaf, top, leaf, leaf);
    const width = this.width - leaf - 12;
    doc.font('bold').fontSize(11);
    const tag = doc.widthOfString(sheet.tag) + 12;
    doc.rect(MARGIN, top, tag, 18).fill(INK);
    doc.fillColor('#FFFFFF').text(sheet.tag, MARGIN + 6, top + 4, { lineBreak: false });
    doc
      .font('body')
      .fillColor(SOFT)
      .text(sheet.place, MARGIN + tag + 8, top + 4, { width: width - tag - 8 });
    doc
      .font(sheet.title === undefined ? 'latin' : 'head')
      .fontSize(24)
      .fillColor(INK)
      .text(sheet.title ?? sheet.name ?? 'Not yet named', MARGIN, top + 26, { width });
    if (sheet.commonName) doc.font('bold').fontSize(12).text(sheet.commonName, { width });
    doc.font('body').fontSize(9.5).fillColor(SOFT).text(sheet.standing, { width, lineGap: 1 });
    doc.y = Math.max(doc.y + 8, top + leaf + 6);
    this.rule();
    doc.y += 8;
  }

  /** Lays one part. @param next a heading stays on the page of what follows it */
  block(block: SheetBlock, next?: SheetBlock): void {
    const { doc } = this;
    switch (block.kind) {
      case 'heading':
        doc.y += 6;
        this.room(next?.kind === 'caution' ? this.cautionHeight(next.words) + 30 : 46);
        this.write(block.words, 'head', 13);
        doc.y += 2;
        break;
      case 'text':
        this.write(block.words, 'body', 9.5, INK, 1.5);
        doc.y += 3;
        break;
      case 'small':
        this.write(block.words, 'body', 8.5, SOFT);
        doc.y += 2;
        break;
      case 'caution':
        this.caution(block.words);
        break;
      case 'facts':
        this.facts(block.facts);
        break;
      case 'scale':
        this.scale(block);
        break;
      case 'plan':
        this.plan(block);
        break;
      case 'change':
        this.change(block.change);
        break;
      case 'option':
        this.room(34);
        this.write(`${block.nth}. ${block.words}`, 'bold', 10.5);
        this.write(`${block.because}${block.needs ? ` ${block.needs}` : ''}`, 'body', 9.5, SOFT, 1.5, 14);
        doc.y += 3;
        break;
    }
  }

  private cautionHeight(lines: readonly string[]): number {
    return (
      this.doc
        .font('body')
        .fontSize(9)
        .heightOfString(bulleted(lines), { width: this.width - 16, lineGap: 1 }) + 6
    );
  }

  /** Cautions in one box, a line each. */
  private caution(lines: readonly string[]): void {
    const { doc } = this;
    const height = this.cautionHeight(lines);
    this.room(height);
    const y = doc.y;
    doc.rect(MARGIN, y, this.width, height).fill(SULPHUR_WASH);
    doc.rect(MARGIN, y, 3, height).fill('#C99700');
    doc
      .font('body')
      .fontSize(9)
      .fillColor(INK)
      .text(bulleted(lines), MARGIN + 10, y + 3, { width: this.width - 16, lineGap: 1 });
    doc.y = y + height + 3;
  }

  private facts(facts: readonly { label: string; value: string }[]): void {
    const { doc } = this;
    const columns = facts.length === 1 ? 1 : 3;
    const width = this.width / columns;
    for (let i = 0; i < facts.length; i += columns) {
      const row = facts.slice(i, i + columns);
      const height =
        Math.max(
          ...row.map((fact) =>
            doc
              .font('bold')
              .fontSize(10.5)
              .heightOfString(fact.value, { width: width - 10 }),
          ),
        ) + 14;
      this.room(height);
      const y = doc.y;
      row.forEach((fact, k) => {
        doc
          .font('body')
          .fontSize(8.5)
          .fillColor(SOFT)
          .text(fact.label, MARGIN + k * width, y, { width: width - 10 });
        doc
          .font('bold')
          .fontSize(10.5)
          .fillColor(INK)
          .text(fact.value, MARGIN + k * width, y + 11, { width: width - 10 });
      });
      doc.y = y + height + 4;
    }
  }

  private scale(block: Extract<SheetBlock, { kind: 'scale' }>): void {
    const { doc } = this;
    this.room(44);
    const y = doc.y;
    doc.font('body').fontSize(8.5).fillColor(SOFT).text(block.label, MARGIN, y, { width: 140 });
    doc
      .font('bold')
      .fontSize(12)
      .fillColor(block.rank !== null && block.rank >= block.bands.length - 2 && block.rank > 0 ? OXIDE : INK)
      .text(block.band, MARGIN, y + 11, { width: 150 });
    const boxes = 132;
    const box = boxes / block.bands.length;
    const below = doc.y + 2;
    block.bands.forEach((_band, i) => {
      doc.rect(MARGIN + i * box, below, box - 3, 7).lineWidth(0.8);
      if (i === block.rank) doc.fillAndStroke(i === 0 ? LICHEN : i >= block.bands.length - 2 ? OXIDE : '#C99700', INK);
      else doc.strokeColor(RULE).stroke();
    });
    const end = below + 12;
    doc
      .font('body')
      .fontSize(9.5)
      .fillColor(INK)
      .text(block.reasons.join(' '), MARGIN + 160, y, { width: this.width - 160, lineGap: 1.5 });
    doc.y = Math.max(end, doc.y) + 6;
  }

  /** The plan at the left, its legend at the right. */
  private plan(block: Extract<SheetBlock, { kind: 'plan' }>): void {
    const { doc } = this;
    const side = 140;
    this.room(side + 10);
    const top = doc.y;
    const scale = side / PLAN_SIZE;
    doc.save().translate(MARGIN, top).scale(scale);
    for (const sector of planSectors()) {
      const here = block.signs.filter((sign) => sign.zone === sector.zone);
      const seen = block.seen.includes(sector.zone);
      doc.path(sector.d).lineWidth(1.6);
      doc.fillAndStroke(here.length > 0 ? SULPHUR_WASH : seen ? LICHEN_WASH : '#FFFFFF', INK);
      if (seen && here.length === 0) {
        // Hatching: slanted strokes kept inside the sector.
        doc.save().path(sector.d).clip().lineWidth(1).strokeColor(LICHEN);
        const [cx, cy] = sector.label;
        for (let k = -70; k <= 70; k += 8) doc.moveTo(cx + k - 70, cy + 70).lineTo(cx + k + 70, cy - 70);
        doc.stroke().restore();
      }
      const label = planLabel(sector.zone);
      doc.font('bold').fontSize(14);
      const w = doc.widthOfString(label);
      const [lx, ly] = sector.label;
      if (seen) doc.rect(lx - w / 2 - 3, ly - 9, w + 6, 18).fill(here.length > 0 ? SULPHUR_WASH : LICHEN_WASH);
      doc.fillColor(INK).text(label, lx - w / 2, ly - 7, { lineBreak: false });
      here.forEach((sign, k) => {
        const [x, y] = markOn(sector, sign.height, k, here.length);
        doc
          .path(`M${x - 7} ${y + 6}L${x} ${y - 8}L${x + 7} ${y + 6}Z`)
          .lineWidth(1.4)
          .fillAndStroke(OXIDE, INK);
      });
    }
    doc
      .circle(PLAN_SIZE / 2, PLAN_SIZE / 2, 26)
      .lineWidth(2)
      .fillAndStroke(DAY_GROUNDS.wood, INK);
    doc.restore();
    doc.font('body').fontSize(9.5).fillColor(INK);
    const left = MARGIN + side + 16;
    const width = this.width - side - 16;
    doc.y = top + 4;
    if (block.legend.length === 0) doc.text('No sign was recorded.', left, doc.y, { width });
    for (const words of block.legend) doc.text(words, left, doc.y, { width, lineGap: 1.5, paragraphGap: 3 });
    doc
      .fontSize(8.5)
      .fillColor(SOFT)
      .text('North is up. Hatched: inspected. White: not inspected. A mark shows a sign, on its side and at its height.', left, doc.y + 4, {
        width,
      });
    doc.x = MARGIN;
    doc.y = Math.max(doc.y, top + side) + 10;
  }

  /** Readings of a change as a line, its sentence beside it. */
  private change(change: Change): void {
    const { doc } = this;
    const [w, h] = [150, 40];
    this.room(h + 8);
    const top = doc.y;
    const times = change.points.map((p) => Date.parse(p.date));
    const most = Math.max(...change.points.map((p) => p.value)) * 1.1 || 1;
    const x = (t: number) => MARGIN + 4 + ((t - (times[0] ?? 0)) / Math.max(1, (times.at(-1) ?? 1) - (times[0] ?? 0))) * (w - 12);
    const y = (v: number) => top + h - 6 - (v / most) * (h - 14);
    const ink = change.course === 'worse' ? OXIDE : change.course === 'better' ? LICHEN : SOFT;
    doc
      .moveTo(MARGIN, top + h - 4)
      .lineTo(MARGIN + w, top + h - 4)
      .lineWidth(0.7)
      .strokeColor(RULE)
      .stroke();
    change.points.forEach((p, i) => (i === 0 ? doc.moveTo(x(times[i] ?? 0), y(p.value)) : doc.lineTo(x(times[i] ?? 0), y(p.value))));
    doc.lineWidth(1.6).strokeColor(ink).stroke();
    change.points.forEach((p, i) =>
      doc
        .circle(x(times[i] ?? 0), y(p.value), 2.2)
        .lineWidth(1)
        .fillAndStroke('#FFFFFF', ink),
    );
    doc
      .font('body')
      .fontSize(9.5)
      .fillColor(INK)
      .text(change.says, MARGIN + w + 12, top + 4, { width: this.width - w - 12, lineGap: 1.5 });
    doc.x = MARGIN;
    doc.y = Math.max(doc.y, top + h) + 6;
  }

  /** Foot and page number on every page, written last. */
  foot(words: string, madeOn: string): void {
    const { doc } = this;
    const { start, count } = doc.bufferedPageRange();
    for (let i = 0; i < count; i++) {
      doc.switchToPage(start + i);
      const y = doc.page.height - MARGIN - 18;
      // The foot stands in the margin; without this the document would go on to another page.
      doc.page.margins.bottom = 0;
      doc
        .font('body')
        .fontSize(7.5)
        .fillColor(SOFT)
        .text(words, MARGIN, y, { width: this.width - 90, lineGap: 0.5 });
      doc.text(`${madeOn}, page ${i + 1} of ${count}`, MARGIN + this.width - 84, y, { width: 84, align: 'right' });
    }
  }
}

/**
 * One tree as a PDF.
 * @param madeOn ISO date printed at the foot
 * @param fonts folder of the font packages
 */
export function sheetPdf(sheet: Sheet, paper: Paper, madeOn: string, fonts: string): Promise<Buffer> {
  const page = new Page(paper, `${sheet.tag}: ${sheet.title ?? sheet.name ?? 'not yet named'}`, fonts);
  page.head(sheet);
  sheet.blocks.forEach((block, i) => page.block(block, sheet.blocks[i + 1]));
  page.foot(sheet.foot, madeOn);
  return new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    page.doc.on('data', (part: Buffer) => parts.push(part));
    page.doc.on('end', () => resolve(Buffer.concat(parts)));
    page.doc.on('error', reject);
    page.doc.end();
  });
}
