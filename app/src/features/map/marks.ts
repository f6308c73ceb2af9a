import type { TreeBrief } from '@dendrix/core/contracts';
import { daysBetween } from '@dendrix/core/time';
import type { Palette } from '@/ui/palette';

/** What the map can be asked. */
export const ASKS = ['due', 'name', 'vigour', 'soundness'] as const;
export type Ask = (typeof ASKS)[number];
export const ASK_WORDS: Record<Ask, string> = { due: 'When due', name: 'How sure the name', vigour: 'Vigour', soundness: 'Soundness' };

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

const BLANK = mark('blank', 'not looked at', 'dot', 'soft', 0.7);
export const MARKS: Record<Ask, readonly Mark[]> = {
  due: [
    mark('over', 'due or over', 'disc', 'oxide', 1.35),
    mark('soon', 'within three months', 'half', 'oxide', 1.1),
    mark('later', 'later', 'ring', 'lichen'),
    mark('never', 'no date yet', 'dot', 'soft', 0.7),
  ],
  name: [
    mark('confirmed', 'confirmed or corrected', 'diamond', 'slate', 1.1),
    mark('proposed', 'proposed', 'half', 'slate', 1.1),
    mark('questioned', 'questioned or contested', 'triangle', 'sulphur', 1.3),
    mark('listed', 'from the list, unchecked', 'dot', 'soft', 0.7),
    mark('unnamed', 'no name', 'ring', 'oxide'),
  ],
  vigour: [
    mark('good', 'thriving or fair', 'disc', 'lichen'),
    mark('strained', 'strained', 'half', 'sulphur', 1.2),
    mark('failing', 'failing or dead', 'cross', 'oxide', 1.35),
    BLANK,
  ],
  soundness: [
    mark('none', 'no weakness seen', 'disc', 'lichen'),
    mark('partly', 'no weakness on what was seen', 'ring', 'lichen'),
    mark('weak', 'weakness', 'half', 'sulphur', 1.2),
    mark('serious', 'serious, or act first', 'triangle', 'oxide', 1.4),
    BLANK,
  ],
};

const SOON_DAYS = 90;

/** Which answer a tree gives. */
export function answerOf(ask: Ask, tree: TreeBrief, today: string): string {
  switch (ask) {
    case 'due': {
      if (tree.dueOn === null) return 'never';
      const days = daysBetween(today, tree.dueOn);
      return days <= 0 ? 'over' : days <= SOON_DAYS ? 'soon' : 'later';
    }
    case 'name':
      return {
        confirmed: 'confirmed',
        overturned: 'confirmed',
        proposed: 'proposed',
        questioned: 'questioned',
        contested: 'questioned',
        imported: 'listed',
        unnamed: 'unnamed',
      }[tree.standing];
    case 'vigour':
      return { thriving: 'good', fair: 'good', strained: 'strained', failing: 'failing', dead: 'failing' }[tree.vigour ?? ''] ?? 'blank';
    case 'soundness':
      return (
        {
          'no weakness seen': 'none',
          'no weakness seen on what was looked at': 'partly',
          weakness: 'weak',
          'serious weakness': 'serious',
          'act first': 'serious',
        }[tree.soundness ?? ''] ?? 'blank'
      );
  }
}

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
