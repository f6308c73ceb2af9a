import { edgeLeaving } from '../maths/segment';
import { type Asked, type Conditions, type FieldTest, type Sign, type SignField, type WorkedOut } from '../knowledge';
import type { SignSeen } from './sign';

// What a sign says against the conditions of its file: as it was written down, worked out where it can be, and with what nobody
// wrote down counted as the file says.

/** What of the tree a sign is held against. */
export interface Against {
  /** Diameter of the stem, m, today's or the newest known; null where nobody measured it. */
  dbh: number | null;
  /** What a stem nobody measured counts as, m: a thin one of its stage, so that a fault on it is large rather than small. */
  thin: number;
  /** Sky that shows through a healthy crown of the kind, percent. */
  seeThrough: number;
}

/** Where a condition hangs on nothing but the sign: what it covers, explains or is ended by. */
export const NOTHING_ELSE: Against = { dbh: null, thin: 0.25, seeThrough: 0 };

/** Sizes of dead and hung wood by its diameter, m, as pruning work is specified. Common practice, no source. */
export const FINE_UNDER = 0.025;
export const LARGE_FROM = 0.1;
/** The ground a tree roots in, in stem diameters (12 d, BS 5837:2012, from memory). */
const ROOTED = 12;

const sizeOf = (diameter: number): 'fine' | 'small' | 'large' =>
  diameter < FINE_UNDER ? 'fine' : diameter < LARGE_FROM ? 'small' : 'large';

/** How wide a fault is measured, m; 0 where it was not. */
const across = ({ width, opening }: SignSeen) => Math.max(width ?? 0, opening ?? 0);

/** Each value a rule may ask for that is worked out; undefined where what it takes was not recorded. */
const WORK_OUT: Record<WorkedOut, (seen: SignSeen, tree: Against) => number | undefined> = {
  // The larger of what was estimated and what was measured: an estimate never talks a measured wound small.
  girthShare: (seen, { dbh, thin }) => {
    const { percent } = seen;
    const wide = across(seen);
    // Where somebody estimated the share, a stem nobody measured says nothing beside it.
    const stem = dbh ?? (percent === undefined ? thin : null);
    const measured = wide > 0 && stem !== null ? Math.min(100, (100 * wide) / (Math.PI * (seen.diameter ?? stem))) : undefined;
    return percent === undefined ? measured : Math.max(percent, measured ?? 0);
  },
  crownLoss: ({ percent }, { seeThrough }) =>
    percent === undefined ? undefined : Math.max(0, (100 * (percent - seeThrough)) / (100 - seeThrough)),
  // A share of the rooted ground that was lost on one side tells how near the cut ran.
  stemDiameters: ({ distance, percent }, { dbh }) => {
    if (distance !== undefined && dbh !== null) return distance / dbh;
    return percent === undefined ? undefined : ROOTED * edgeLeaving(percent / 100);
  },
};

/** What was recorded of one asked value, or worked out from what was. */
export const recorded = (seen: SignSeen, asked: Asked, tree: Against): string | number | undefined =>
  asked in WORK_OUT
    ? WORK_OUT[asked as WorkedOut](seen, tree)
    : (seen[asked as SignField] ?? (asked === 'size' && seen.diameter !== undefined ? sizeOf(seen.diameter) : undefined));

function holds(value: string | number, test: FieldTest): boolean {
  if (test.is) return test.is.includes(String(value));
  const number = Number(value);
  return (test.over === undefined || number > test.over) && (test.under === undefined || number < test.under);
}

const all = (when: Conditions | undefined, value: (asked: Asked) => string | number | undefined) =>
  Object.entries(when ?? {}).every(([asked, test]) => {
    const found = value(asked as Asked);
    return found !== undefined && holds(found, test);
  });

/** Whether a sign as it was written down meets every condition; what nobody wrote down meets none. For what speaks for a tree. */
export const meetsAsRecorded = (seen: SignSeen, when: Conditions | undefined, tree: Against): boolean =>
  all(when, (asked) => recorded(seen, asked, tree));

/** Whether a sign meets every condition, what nobody wrote down counted as its file says. For what speaks against a tree. */
export const meets = (sign: Pick<Sign, 'unsaid'>, seen: SignSeen, when: Conditions | undefined, tree: Against): boolean =>
  all(when, (asked) => recorded(seen, asked, tree) ?? sign.unsaid[asked]);

/**
 * A value nobody wrote down that the sign's rules ask for, and what it counts as; `dbh` where only the stem was not measured, `limb`
 * where nobody said how thick the limb is that would come down.
 */
export interface Unsaid {
  asked: Asked | 'dbh' | 'limb';
  as: string | number;
}

/** What nobody wrote down of a sign although its rules on how the tree holds together ask for it. */
export const unsaidOf = (sign: Sign, seen: SignSeen, tree: Against): Unsaid[] => {
  const structural = sign.rules.filter((rule) => rule.scale !== 'vigour').flatMap((rule) => Object.keys(rule.when ?? {}) as Asked[]);
  return [...new Set(structural)].flatMap((asked): Unsaid[] => {
    const as = sign.unsaid[asked];
    const thin = asked === 'girthShare' && tree.dbh === null && seen.percent === undefined && across(seen) > 0;
    if (thin && seen.diameter === undefined) return [{ asked: 'dbh', as: tree.thin }];
    return as === undefined || recorded(seen, asked, tree) !== undefined ? [] : [{ asked, as }];
  });
};
