import { useState } from 'react';
import { View } from 'react-native';
import { capital, TARGET_WORDS, OCCUPANCY_WORDS, wordsIn, optionWords } from '@dendrix/core/words';
import { FAILURES, type Judgement } from '@dendrix/core/record';
import { DIRECTIONS, EXPOSURES, OCCUPANCIES, TARGETS, type Beneath } from '@dendrix/core/record';
import { treeUnit } from '@dendrix/core/measuring';
import { fromMetres, parseLength } from '@dendrix/core/units';
import { useSettings } from '@/features/shell/settings';
import { Field } from '@/ui/field';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { Overrule } from './Overrule';
import { Statements } from './Statements';
import { t } from '@/words/assess';

const SHORT: Record<Beneath['what'], string> = {
  'people-staying': t('peopleStaying'),
  'people-passing': t('peoplePassing'),
  road: t('road'),
  building: t('building'),
  'parked-cars': t('parkedCars'),
  wires: t('wires'),
  'path-or-lawn': t('lawnOrBeds'),
  nothing: t('nothing'),
};
const OFTEN: Record<Beneath['howOften'], string> = {
  constant: t('constantNearlyAlways'),
  frequent: t('frequentMuchOfTheDay'),
  occasional: t('occasionalNowAndThen'),
  rare: t('rare'),
};

const SIDE: Record<NonNullable<Beneath['direction']>, string> = { n: 'N', ne: 'NE', e: 'E', se: 'SE', s: 'S', sw: 'SW', w: 'W', nw: 'NW' };

/** How far off it is, on which side, and whether something catches what falls; all three may stay open. */
function Reach({ one, nth, onChange }: { one: Beneath; nth: string; onChange: (part: Partial<Beneath>) => void }) {
  const { settings } = useSettings();
  const [typed, setTyped] = useState(
    one.distance === undefined ? '' : String(Number(fromMetres(one.distance, treeUnit(settings)).toFixed(1))),
  );
  const wrong = typed.trim() !== '' && parseLength(typed, treeUnit(settings)) === null;
  return (
    <View className="gap-2">
      <Field
        label={t('distanceFromTheStemToIts', { nth })}
        value={typed}
        inputMode="decimal"
        suffix={treeUnit(settings)}
        onChangeText={(text) => {
          setTyped(text);
          const m = text.trim() === '' ? null : parseLength(text, treeUnit(settings));
          onChange(m === null ? { distance: undefined } : { distance: m });
        }}
        problem={wrong ? t('enterADistanceForExample3') : null}
      />
      <Choice
        label={t('onWhichSideOfTheTree', { nth })}
        options={DIRECTIONS.map((value) => ({ value, words: SIDE[value] }))}
        value={one.direction ?? null}
        onChange={(direction) => onChange({ direction })}
      />
      <Choice
        label={t('roofOrLowerCrownThatWould', { nth })}
        options={[
          { value: 'no', words: t('nothingOverIt') },
          { value: 'yes', words: t('sheltered') },
        ]}
        value={one.sheltered === undefined ? null : one.sheltered ? 'yes' : 'no'}
        onChange={(said) => onChange({ sheltered: said === 'yes' })}
      />
    </View>
  );
}

/** What is beneath and how often, and the field screening by the two published matrices. */
export function BeneathCard({ draft, judgement, change }: { draft: VisitDraft; judgement: Judgement; change: ChangeDraft }) {
  const { screening } = judgement;
  const set = (at: number, part: Partial<Beneath>) =>
    change((now) => ({ beneath: now.beneath.map((b, i) => (i === at ? { ...b, ...part } : b)) }));
  return (
    <Card className="gap-3">
      <Heading>{t('targetsPeopleAndProperty')}</Heading>
      {draft.beneath.map((one, i) => (
        <View key={`${i}/${draft.beneath.length}`} className="gap-2 border-b border-rule pb-3">
          <Choice
            label={t('target', { i: i + 1 })}
            shown={false}
            options={TARGETS.map((value) => ({ value, words: SHORT[value] }))}
            value={one.what}
            onChange={(what) => set(i, { what })}
          />
          {one.what === 'nothing' ? null : (
            <Choice
              label={t('occupancyTarget', { i: i + 1 })}
              shown={false}
              options={OCCUPANCIES.map((value) => ({ value, words: OFTEN[value] }))}
              value={one.howOften}
              onChange={(howOften) => set(i, { howOften })}
            />
          )}
          {one.what === 'nothing' ? null : (
            <Reach one={one} nth={draft.beneath.length > 1 ? `, ${i + 1}` : ''} onChange={(part) => set(i, part)} />
          )}
          <Button
            label={t('removeTarget', { i: i + 1 })}
            onPress={() => change((now) => ({ beneath: now.beneath.filter((_b, j) => j !== i) }))}
          >
            {t('remove')}
          </Button>
        </View>
      ))}
      <Button
        onPress={() =>
          change((now) => ({
            beneath: [...now.beneath, { what: now.beneath.length === 0 ? 'people-passing' : 'parked-cars', howOften: 'occasional' }],
          }))
        }
      >
        {draft.beneath.length === 0 ? t('addATarget') : t('addAnotherTarget')}
      </Button>
      {draft.beneath.length > 0 ? (
        <Choice
          label={t('windExposure')}
          options={EXPOSURES.map((value) => ({ value, words: capital(value) }))}
          value={draft.exposure ?? 'usual'}
          onChange={(exposure) => change({ exposure })}
        />
      ) : null}
      {screening ? (
        <View className="gap-2">
          <Strong className={screening.risk === 'high' || screening.risk === 'extreme' ? 'text-[20px] text-oxide' : 'text-[20px]'}>
            {t('fieldScreening', { risk: screening.risk })}
          </Strong>
          {screening.targets.map((target, i) => (
            <View key={i} className="gap-[2px]">
              <Body>
                {capital(TARGET_WORDS[target.what])}, {OCCUPANCY_WORDS[target.howOften]}: <Strong>{target.risk}</Strong>
              </Body>
              <Statements statements={[wordsIn().explain.target(target)]} />
            </View>
          ))}
          {screening.after.map((one) => (
            <Body key={one.do}>
              {t('riskAfter', { option: optionWords(one.do) })} <Strong>{one.risk}</Strong>
            </Body>
          ))}
          {screening.limits.map((limit) => (
            <Small key={limit}>{limit}</Small>
          ))}
          <Remark mood="caution">{screening.method}</Remark>
          <Overrule
            what="failure"
            of={t('theLikelihoodOfFailure')}
            options={FAILURES.map((value) => ({ value, words: capital(value) }))}
            ruled={screening.targets[0]?.failure ?? ''}
            overrules={draft.overrules}
            onChange={(overrules) => change({ overrules })}
          />
        </View>
      ) : (
        <Small>{t('addTargetsUntilThenRiskTo')}</Small>
      )}
    </Card>
  );
}
