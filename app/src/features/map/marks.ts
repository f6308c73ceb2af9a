import type { Ask } from '@dendrix/core/town';
import type { Palette } from '@/ui/palette';
import { t } from '@/words/map';

export const ASK_WORDS: Record<Ask, string> = {
  due: t('whenDue'),
  name: t('howSureTheName'),
  vigour: t('vigour'),
  soundness: t('structure'),
};

type Form = 'disc' | 'ring' | 'half' | 'diamond' | 'triangle' | 'cross' | 'dot';
type Tone = 'oxide' | 'lichen' | 'slate' | 'sulphur' | 'soft';

/** A kind of answer: its words, and a form as well as a colour, so that it reads without colour. */
export interface Mark {
  key: string;
  words: string;
  form: Form;
  tone: Tone;
  /** Larger marks are drawn over smaller ones. */
  size: number;
}

const mark = (key: string, words: string, form: Form, tone: Tone, size = 1): Mark => ({ key, words, form, tone, size });

const BLANK = mark('blank', t('notInspected'), 'dot', 'soft', 0.7);
export const MARKS: Record<Ask, readonly Mark[]> = {
  due: [
    mark('over', t('dueOrOverdue'), 'disc', 'oxide', 1.35),
    mark('soon', t('withinThreeMonths'), 'half', 'oxide', 1.1),
    mark('later', 'later', 'ring', 'lichen'),
    mark('never', t('noDateYet'), 'dot', 'soft', 0.7),
  ],
  name: [
    mark('confirmed', t('confirmedOrCorrected'), 'diamond', 'slate', 1.1),
    mark('proposed', 'proposed', 'half', 'slate', 1.1),
    mark('questioned', t('questionedOrContested'), 'triangle', 'sulphur', 1.3),
    mark('listed', t('fromTheListUnchecked'), 'dot', 'soft', 0.7),
    mark('unnamed', t('noName'), 'ring', 'oxide'),
  ],
  vigour: [
    mark('good', t('goodOrFair'), 'disc', 'lichen'),
    mark('strained', 'stressed', 'half', 'sulphur', 1.2),
    mark('failing', t('decliningOrDead'), 'cross', 'oxide', 1.35),
    BLANK,
  ],
  soundness: [
    mark('none', t('noDefectSeen'), 'disc', 'lichen'),
    mark('partly', t('noDefectOnThePartsInspected'), 'ring', 'lichen'),
    mark('weak', 'defect', 'half', 'sulphur', 1.2),
    mark('serious', t('seriousOrActNow'), 'triangle', 'oxide', 1.4),
    BLANK,
  ],
};

export const markName = (ask: Ask, key: string): string => `${ask}/${key}`;

const PIXELS = 44;

/** Draws one mark for the map. */
export function drawMark({ form, tone, size }: Mark, palette: Palette): ImageData {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = PIXELS;
  const c = canvas.getContext('2d') as CanvasRenderingContext2D;
  const mid = PIXELS / 2;
  const r = 11 * size;
  c.lineWidth = 3.4;
  c.strokeStyle = palette.ink;
  c.fillStyle = palette[tone];
  c.beginPath();
  if (form === 'diamond') {
    c.moveTo(mid, mid - r * 1.25);
    c.lineTo(mid + r * 1.25, mid);
    c.lineTo(mid, mid + r * 1.25);
    c.lineTo(mid - r * 1.25, mid);
    c.closePath();
  } else if (form === 'triangle') {
    c.moveTo(mid, mid - r * 1.15);
    c.lineTo(mid + r * 1.15, mid + r * 0.9);
    c.lineTo(mid - r * 1.15, mid + r * 0.9);
    c.closePath();
  } else c.arc(mid, mid, form === 'dot' ? r * 0.8 : r, 0, 2 * Math.PI);
  if (form === 'ring' || form === 'half' || form === 'cross') {
    c.fillStyle = palette.sheet;
    c.fill();
    c.fillStyle = palette[tone];
    c.strokeStyle = form === 'ring' ? palette[tone] : palette.ink;
    if (form === 'ring') c.lineWidth = 6;
  } else c.fill();
  if (form === 'dot') {
    c.lineWidth = 2;
    c.strokeStyle = palette.sheet;
  }
  c.stroke();
  if (form === 'half') {
    c.beginPath();
    c.arc(mid, mid, r - 1.5, 0, Math.PI);
    c.closePath();
    c.fill();
  }
  if (form === 'cross') {
    c.strokeStyle = palette[tone];
    c.lineWidth = 5;
    c.beginPath();
    c.moveTo(mid - r * 0.55, mid - r * 0.55);
    c.lineTo(mid + r * 0.55, mid + r * 0.55);
    c.moveTo(mid + r * 0.55, mid - r * 0.55);
    c.lineTo(mid - r * 0.55, mid + r * 0.55);
    c.stroke();
  }
  return c.getImageData(0, 0, PIXELS, PIXELS);
}

/** The label of trees counted together, points: room for the number above, a band of their answers below. */
export const LABEL = { width: 62, height: 34, band: 9 } as const;
/** Parts of the band: an answer that any tree gives has one at least. */
export const PARTS = 12;

/** Name of the label of some shares: "shares/due/3-1-8-0". */
export const labelName = (ask: Ask, shares: readonly number[]): string => `shares/${ask}/${shares.join('-')}`;
/** Reads it back; null for another name. */
export function readLabel(name: string): { ask: Ask; shares: number[] } | null {
  const [kind, ask, shares] = name.split('/');
  if (kind !== 'shares' || !ask || !(ask in MARKS) || !shares) return null;
  return { ask: ask as Ask, shares: shares.split('-').map(Number) };
}

/** Draws the label: a slip of paper with a band of the shares in the order of the legend, each hatched in its own way. */
export function drawLabel({ ask, shares }: { ask: Ask; shares: readonly number[] }, palette: Palette): ImageData {
  const scale = 2;
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [LABEL.width * scale, LABEL.height * scale];
  const c = canvas.getContext('2d') as CanvasRenderingContext2D;
  c.scale(scale, scale);
  c.fillStyle = palette.sheet;
  c.strokeStyle = palette.ink;
  c.lineWidth = 1.2;
  c.fillRect(0.6, 0.6, LABEL.width - 1.2, LABEL.height - 1.2);
  const whole = shares.reduce((sum, n) => sum + n, 0) || 1;
  const top = LABEL.height - LABEL.band;
  let x = 1;
  MARKS[ask].forEach((mark, i) => {
    const width = ((LABEL.width - 2) * (shares[i] ?? 0)) / whole;
    if (width === 0) return;
    c.fillStyle = palette[mark.tone];
    c.fillRect(x, top, width, LABEL.band - 1);
    hatch(c, i, x, top, width, palette.sheet);
    x += width;
  });
  c.beginPath();
  c.moveTo(0, top);
  c.lineTo(LABEL.width, top);
  c.stroke();
  c.strokeRect(0.6, 0.6, LABEL.width - 1.2, LABEL.height - 1.2);
  return c.getImageData(0, 0, canvas.width, canvas.height);
}

/** Lines across a share, the steeper and wider apart the later it stands in the legend: it reads without colour. The first has none. */
function hatch(c: CanvasRenderingContext2D, order: number, x: number, top: number, width: number, colour: string): void {
  if (order === 0) return;
  const height = LABEL.band - 1;
  c.save();
  c.beginPath();
  c.rect(x, top, width, height);
  c.clip();
  c.strokeStyle = colour;
  c.lineWidth = 1;
  const lean = [0, height, 0, -height, height / 2][order] ?? 0;
  const apart = [0, 4, 3, 4, 7][order] ?? 5;
  c.beginPath();
  for (let at = x - height; at < x + width + height; at += apart) {
    c.moveTo(at, top + height);
    c.lineTo(at + lean, top);
  }
  c.stroke();
  c.restore();
}
