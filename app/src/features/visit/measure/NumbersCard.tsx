import { ROOT_STANDARD_WORDS } from '@dendrix/core/words';
import type { VisitView } from '@dendrix/core/contracts';
import { buildOf, type Taxon } from '@dendrix/core/knowledge';
import { crownRatioWords, derivedFrom, slendernessWords, type MeasuredEntry } from '@dendrix/core/measuring';
import { fromMetres, paceInWords, type UnitSystem } from '@dendrix/core/units';
import { useOrganisation } from '@/features/shell/useOrganisation';
import { library } from '@/features/shell/library';
import { countedMeasurements } from '@dendrix/core/record';
import { useSettings } from '@/features/shell/settings';
import { lengthWords } from '@/features/shell/words';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Card } from '@/ui/surface';

interface Props {
  measuring: MeasuredEntry;
  taxon: Taxon | null;
  before: readonly VisitView[];
  date: string;
}

/** Square metres, or square feet for those who work in them, with their error. */
function areaWords(area: number, plusMinus: number, units: UnitSystem): string {
  const [by, unit, digits] = units === 'feet' ? ([fromMetres(1, 'ft') ** 2, 'ft²', 2] as const) : ([1, 'm²', 3] as const);
  return `${(area * by).toFixed(digits)} ± ${(plusMinus * by).toFixed(digits)} ${unit}`;
}

/** What follows from the readings: ratios, root zone, points, a rough age, growth. */
export function NumbersCard({ measuring, taxon, before, date }: Props) {
  const { settings } = useSettings();
  const { rootStandard } = useOrganisation();
  const { values, ratio, ratioError, slenderness } = measuring;
  const earlier = before.flatMap(({ look }) => {
    const { dbh, breastHeight } = countedMeasurements(look.measurements);
    return dbh === undefined ? [] : [{ date: look.day, dbh: dbh.m, breastHeight }];
  });
  const derived = derivedFrom(values, taxon, { growthFactors: library.growthFactors, rootStandard }, earlier, date);
  const { crossSection, rootZone: zone, points, age, growth: grew, palm } = derived;
  if (!values.dbh && ratio === null) return null;
  return (
    <Card>
      <Heading>Calculated</Heading>
      {ratio !== null ? (
        <Body>
          <Strong>Live crown ratio {Math.round(ratio * 100)}%.</Strong>{' '}
          {ratioError ? `± ${Math.max(1, Math.round(ratioError * 100))} points. ` : ''}
          {palm ? 'It says nothing about a palm.' : crownRatioWords(ratio, taxon && buildOf(taxon), {}, taxon?.crown.liveCrown)}
        </Body>
      ) : null}
      {slenderness !== null && !palm ? (
        <Body>
          <Strong>Height over diameter {slenderness.toFixed(0)}.</Strong> {slendernessWords(slenderness) ?? 'Stout.'}
        </Body>
      ) : null}
      {zone ? (
        <Body>
          <Strong>Root zone {lengthWords(zone.radius, settings.units, 'tree')} round the stem.</Strong>{' '}
          {zone.structuralRadius ? `The roots that hold it lie within ${lengthWords(zone.structuralRadius, settings.units, 'tree')}. ` : ''}
          By {ROOT_STANDARD_WORDS[rootStandard]}.
        </Body>
      ) : null}
      {crossSection ? (
        <Body>
          <Strong>Cross-section {areaWords(crossSection.area, crossSection.plusMinus, settings.units)}.</Strong>
        </Body>
      ) : null}
      {grew ? (
        <Body>
          <Strong>
            {grew.real
              ? `${grew.perYear > 0 ? 'Grew' : 'Shrank'} ${paceInWords(grew.perYear, settings.units)}`
              : 'No change that the tape could see'}
          </Strong>{' '}
          {grew.real ? `(${paceInWords(grew.low, settings.units)} to ${paceInWords(grew.high, settings.units)}), ` : ''}over{' '}
          {derived.growthReadings} readings.
        </Body>
      ) : null}
      {points !== null ? (
        <Body>
          <Strong>{points.toFixed(0)} big-tree points.</Strong> Girth in inches, height in feet, a quarter of the spread.
        </Body>
      ) : null}
      {age ? (
        <Body>
          <Strong>
            Estimated age {Math.round(age.years)} years ({Math.round(age.low)} to {Math.round(age.high)}).
          </Strong>{' '}
          {age.factor.toFixed(1)} years an inch{age.from === 'genus' ? ', the mean of its genus' : ''}.
          {age.slowed ? ' Over 60 cm a tree grows slower than this: it may be older.' : ''}
        </Body>
      ) : null}
      {derived.noFactor && taxon ? <Small>No growth factor was published for {taxon.name}: no age estimate.</Small> : null}
    </Card>
  );
}
