// What a record calls normal on its kind is set aside only under every condition it names; held over every finding of the library.
import type { NormalFinding, Sign, Taxon } from '../../knowledge';
import { judge } from '../../testing/judge';
import { testLibrary } from '../../testing/library';

const findings = testLibrary.taxa.flatMap((taxon) => taxon.normal.map((finding) => ({ taxon, finding })));
const signOf = (id: string) => testLibrary.signs.find((sign) => sign.id === id) as Sign;
const dateIn = (month: number) => `2026-${String(month).padStart(2, '0')}-15`;
const STAGES = ['young', 'mature', 'old'] as const;

/** A look that meets every condition of a finding, changed by a test in one of them. */
function look(
  taxon: Taxon,
  finding: NormalFinding,
  change: { kind?: string | null; stage?: string; month?: number; percent?: number; cover?: number; count?: number } = {},
) {
  const sign = signOf(finding.sign);
  const kind = change.kind === undefined ? finding.kinds?.[0] : (change.kind ?? undefined);
  const percent = change.percent ?? finding.maximumPercent;
  const cover = change.cover ?? finding.maximumCover;
  const count = change.count ?? finding.maximumCount;
  return judge({
    taxon: taxon.name,
    // In leaf, so that no date explains the sign by itself.
    date: dateIn(change.month ?? finding.months?.[0] ?? 7),
    lifeStage: change.stage ?? finding.stages?.[0] ?? 'mature',
    looked: [...sign.zones],
    signs: [
      {
        id: sign.id,
        zone: sign.zones[0],
        ...(kind === undefined ? {} : { kind }),
        ...(percent === undefined ? {} : { percent }),
        ...(cover === undefined ? {} : { cover }),
        ...(count === undefined ? {} : { count }),
      },
    ],
  });
}
/** Whether it is set aside for this finding's own reason. */
const aside = (taxon: Taxon, finding: NormalFinding, change?: Parameters<typeof look>[2]) =>
  look(taxon, finding, change).normalHere.some(({ why }) => why.startsWith(finding.why));
/** Findings of the same taxon and sign may hold where this one does not. */
const alone = ({ taxon, finding }: (typeof findings)[number]) => taxon.normal.filter((other) => other.sign === finding.sign).length === 1;
const named = (list: typeof findings) => list.map((one) => [`${one.taxon.name}: ${one.finding.sign}`, one] as const);

describe('a finding that is normal on its kind', () => {
  it('is set aside under all its conditions', () => {
    for (const { taxon, finding } of findings)
      expect({ on: taxon.name, sign: finding.sign, aside: aside(taxon, finding) }).toMatchObject({ aside: true });
  });
  it.each(named(findings.filter((one) => one.finding.kinds && alone(one))))(
    '%s: of no other kind, nor of none',
    (_words, { taxon, finding }) => {
      const kinds = signOf(finding.sign).fields.kind?.words ?? [];
      expect(kinds).toEqual(expect.arrayContaining([...(finding.kinds ?? [])]));
      for (const kind of [null, ...kinds.filter((kind) => !finding.kinds?.includes(kind))])
        expect({ kind, aside: aside(taxon, finding, { kind }) }).toEqual({ kind, aside: false });
    },
  );
  it('of no other stage', () => {
    for (const { taxon, finding } of findings.filter((one) => one.finding.stages && alone(one)))
      for (const stage of STAGES.filter((s) => !finding.stages?.includes(s)))
        expect({ on: taxon.name, stage, aside: aside(taxon, finding, { stage }) }).toEqual({ on: taxon.name, stage, aside: false });
  });
  it('in no other month', () => {
    for (const { taxon, finding } of findings.filter((one) => one.finding.months && alone(one)))
      for (let month = 1; month <= 12; month++)
        if (!finding.months?.includes(month))
          expect({ on: taxon.name, month, aside: aside(taxon, finding, { month }) }).toEqual({ on: taxon.name, month, aside: false });
  });
  it('nor beyond its share', () => {
    for (const { taxon, finding } of findings.filter(alone)) {
      if ((finding.maximumPercent ?? 100) < 100) expect(aside(taxon, finding, { percent: (finding.maximumPercent ?? 0) + 1 })).toBe(false);
      if (finding.maximumCover !== undefined) expect(aside(taxon, finding, { cover: finding.maximumCover + 1 })).toBe(false);
      if (finding.maximumCount !== undefined) expect(aside(taxon, finding, { count: finding.maximumCount + 1 })).toBe(false);
    }
  });
});
