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
import { t } from '@/words/measure';

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
      <Heading>{t('calculated')}</Heading>
      {ratio !== null ? (
        <Body>
          <Strong>{t('liveCrownRatio', { ratio: Math.round(ratio * 100) })}</Strong>{' '}
          {ratioError
            ? palm
              ? t('pointsItSaysNothingAboutA', { value: Math.max(1, Math.round(ratioError * 100)) })
              : t('points', {
                  value: Math.max(1, Math.round(ratioError * 100)),
                  crownRatio: crownRatioWords(ratio, taxon && buildOf(taxon), {}, taxon?.crown.liveCrown),
                })
            : palm
              ? t('itSaysNothingAboutAPalm')
              : crownRatioWords(ratio, taxon && buildOf(taxon), {}, taxon?.crown.liveCrown)}
        </Body>
      ) : null}
      {slenderness !== null && !palm ? (
        <Body>
          <Strong>{t('heightOverDiameter', { slenderness: slenderness.toFixed(0) })}</Strong> {slendernessWords(slenderness) ?? t('stout')}
        </Body>
      ) : null}
      {zone ? (
        <Body>
          <Strong>{t('rootZoneRoundTheStem', { length: lengthWords(zone.radius, settings.units, 'tree') })}</Strong>{' '}
          {zone.structuralRadius
            ? t('theRootsThatHoldItLie', {
                length: lengthWords(zone.structuralRadius, settings.units, 'tree'),
                rootStandard: ROOT_STANDARD_WORDS[rootStandard],
              })
            : t('by', { rootStandard: ROOT_STANDARD_WORDS[rootStandard] })}
        </Body>
      ) : null}
      {crossSection ? (
        <Body>
          <Strong>{t('crossSection', { area: areaWords(crossSection.area, crossSection.plusMinus, settings.units) })}</Strong>
        </Body>
      ) : null}
      {grew ? (
        <Body>
          <Strong>
            {grew.real
              ? grew.perYear > 0
                ? t('grew', { paceIn: paceInWords(grew.perYear, settings.units) })
                : t('shrank', { paceIn: paceInWords(grew.perYear, settings.units) })
              : t('noChangeThatTheTapeCould')}
          </Strong>{' '}
          {grew.real
            ? t('toOverReadings', {
                paceIn: paceInWords(grew.low, settings.units),
                paceIn2: paceInWords(grew.high, settings.units),
                growthReadings: derived.growthReadings,
              })
            : t('overReadings', { growthReadings: derived.growthReadings })}
        </Body>
      ) : null}
      {points !== null ? (
        <Body>
          <Strong>{t('bigTreePoints', { points: points.toFixed(0) })}</Strong> {t('girthInInchesHeightInFeet')}
        </Body>
      ) : null}
      {age ? (
        <Body>
          <Strong>
            {t('estimatedAgeYearsTo', { years: Math.round(age.years), low: Math.round(age.low), high: Math.round(age.high) })}
          </Strong>{' '}
          {age.from === 'genus'
            ? age.slowed
              ? t('yearsAnInchTheMeanOf', { factor: age.factor.toFixed(1) })
              : t('factorYearsAnInchTheMean', { factor: age.factor.toFixed(1) })
            : age.slowed
              ? t('yearsAnInchOver60Cm', { factor: age.factor.toFixed(1) })
              : t('yearsAnInch', { factor: age.factor.toFixed(1) })}
        </Body>
      ) : null}
      {derived.noFactor && taxon ? <Small>{t('noGrowthFactorWasPublishedFor', { name: taxon.name })}</Small> : null}
    </Card>
  );
}
