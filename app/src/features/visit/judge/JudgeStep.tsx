import { useState } from 'react';
import { View } from 'react-native';
import { BANDS, overruledWords } from '@dendrix/core/judging';
import { NOT_JUDGED, OUTLOOKS, type Judgement, SCALES } from '@dendrix/core/record';
import {
  capital,
  PROFILE_WORDS,
  signLabel,
  signWords,
  wordsIn,
  zoneWords,
  optionWords,
  ratingWords,
  SCALE_WORDS,
} from '@dendrix/core/words';
import { PROFILES, type Overrule as OverruleOf, type VisitName } from '@dendrix/core/record';
import { type TreeBrief } from '@dendrix/core/contracts';
import { OPTIONS, type Zone } from '@dendrix/core/knowledge';
import { standingWords, type JudgedName } from '@dendrix/core/state';
import { useOrganisation } from '@/features/shell/useOrganisation';
import { library } from '@/features/shell/library';
import { useUnits } from '@/features/shell/settings';
import { dayWords, withSeason } from '@/features/shell/words';
import { Cautions } from '@/features/tree/Cautions';
import { Scale } from '@/features/record/Scale';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Remark } from '@/ui/surface';
import { Field } from '@/ui/field';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { BeneathCard } from './BeneathCard';
import { Causes } from './Causes';
import { Overrule } from './Overrule';
import { Statements } from './Statements';
import { WorksCard } from './WorksCard';
import { t } from '@/words/assess';

interface Props {
  draft: VisitDraft;
  name: VisitName;
  /** What it is judged by: the name of the visit, or of the record. */
  judged: JudgedName;
  tree: Pick<TreeBrief, 'standing'>;
  judgement: Judgement;
  date: string;
  change: ChangeDraft;
  onMark: (zone: Zone) => void;
  onSend: () => void;
  problem: string | null;
  /** Nothing has been recorded, so there is nothing to send. */
  empty: boolean;
}

/** What the signs mean, each statement with its rule and evidence; the person may see it otherwise. Then it goes to a second pair of eyes. */
export function JudgeStep({ draft, name, judged: by, tree, judgement, date, change, onMark, onSend, problem, empty }: Props) {
  const organisation = useOrganisation();
  const profile = draft.profile ?? organisation.profile;
  const keep = (overrules: OverruleOf[]) => change({ overrules });
  return (
    <View className="gap-4">
      <Card>
        {by.byRecord ? (
          <View className="border-b border-rule pb-2">
            <Small>{t('assessedAsFromTheRecord')}</Small>
            <Latin className="text-[24px] leading-[28px]">{by.taxon}</Latin>
            <Small>{t('notCheckedOnThisVisit', { standing: standingWords(tree.standing) })}</Small>
          </View>
        ) : null}
        <Small>{name.level === 'none' ? t('name') : name.confirmed ? t('nameEnoughEvidenceToConfirm') : t('nameToBeChecked')}</Small>
        <Latin className="text-[24px] leading-[28px]">
          {name.level === 'cf. species' ? t('cf', { taxon: name.taxon ?? t('notKnown') }) : (name.taxon ?? t('notKnown'))}
        </Latin>
        <Small>{name.why}</Small>
      </Card>
      {SCALES.map((scale) => {
        const judged = judgement[scale];
        const label = SCALE_WORDS[scale];
        return (
          <View key={scale} className="gap-1 border-b border-rule pb-3">
            <Scale label={capital(label)} bands={BANDS[scale]} judged={judged} bare />
            {judged.overruled ? (
              <Small className="text-slate">{t('calculated', { rating: ratingWords(judged.overruled.from) })}</Small>
            ) : null}
            <Statements statements={judged.statements} />
            <Overrule
              what={scale}
              of={label}
              options={BANDS[scale].map((value) => ({ value, words: capital(ratingWords(value)) }))}
              ruled={judged.overruled?.from ?? judged.band}
              overrules={draft.overrules}
              onChange={keep}
            />
          </View>
        );
      })}
      <Card>
        <Heading>{t('ofTheZonesInspected', { percent: judgement.lookedAt.percent })}</Heading>
        {judgement.lookedAt.cannotSay.map((sentence) => (
          <Body key={sentence}>{sentence}</Body>
        ))}
      </Card>
      {judgement.changes.length > 0 ? <Changes judgement={judgement} /> : null}
      {judgement.normalHere.map((normal, i) => (
        <NormalRemark key={i} normal={normal} draft={draft} change={change} />
      ))}
      <Counting draft={draft} judgement={judgement} change={change} />
      <Causes judgement={judgement} draft={draft} change={change} onMark={onMark} />
      <BeneathCard draft={draft} judgement={judgement} change={change} />
      <WorksCard draft={draft} judgement={judgement} change={change} />
      <Card className="gap-3">
        <Heading>{t('options')}</Heading>
        <Choice
          label={t('rankedFor')}
          options={PROFILES.map((value) => ({ value, words: PROFILE_WORDS[value] }))}
          value={profile}
          onChange={(picked) => change({ profile: picked === organisation.profile ? null : picked })}
        />
        {judgement.options.map((option, i) => (
          <View key={option.do} className="gap-[2px]">
            <Strong>
              {i + 1}. {capital(optionWords(option.do))}
            </Strong>
            <Statements statements={[wordsIn().explain.option(option, i + 1, profile)]} />
            {option.by && option.who ? <Small className="text-ink">{t('by', { day: dayWords(option.by), who: option.who })}</Small> : null}
            {option.needs.length > 0 ? <Small>{t('conditions', { needs: option.needs.join('; ') })}</Small> : null}
          </View>
        ))}
        <Overrule
          what="option"
          of={t('theFirstOption')}
          options={OPTIONS.map((value) => ({ value, words: capital(optionWords(value)) }))}
          ruled={judgement.options[0]?.do ?? ''}
          overrules={draft.overrules}
          onChange={keep}
        />
      </Card>
      <Card className="gap-2">
        <Small>{t('outlook')}</Small>
        <Heading>
          {capital(judgement.outlook)}
          {judgement.outlookSpan !== null && judgement.outlookSpan !== 'dead' ? `, ${judgement.outlookSpan}` : ''}
        </Heading>
        <Statements statements={[wordsIn().explain.outlook(judgement)]} />
        <Overrule
          what="outlook"
          of={t('theOutlook')}
          options={OUTLOOKS.map((value) => ({ value, words: capital(value) }))}
          ruled={judgement.outlook === NOT_JUDGED ? '' : judgement.outlook}
          overrules={draft.overrules}
          onChange={keep}
        />
      </Card>
      <Card className="gap-2">
        <Small>{t('nextVisit')}</Small>
        <Heading>{t('byWithseason', { withSeason: withSeason(judgement.comeBack.by, judgement.comeBack.season) })}</Heading>
        <Statements statements={[wordsIn().explain.comeBack(judgement.comeBack)]} />
        <Overrule
          what="comeBack"
          of={t('theDate')}
          options={[]}
          ruled={judgement.comeBack.by}
          overrules={draft.overrules}
          onChange={keep}
          typed={{
            label: t('nextVisitBy'),
            hint: t('yearMonthDayAfterTodaySuch'),
            valid: (text) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && text > date,
          }}
        />
      </Card>
      <Card className="gap-2">
        <Heading>{t('summary')}</Heading>
        <Body>{judgement.note}</Body>
        {judgement.overruled.map((one) => (
          <Small key={one.what} className={one.milder ? 'font-body-bold text-oxide' : 'text-slate'}>
            {one.milder ? t('lowerThanTheCalculatedRatingA', { overruled: overruledWords(one) }) : overruledWords(one)}
          </Small>
        ))}
      </Card>
      <Cautions cautions={judgement.cautions} />
      <Field label={t('noteForTheNextVisit')} value={draft.note} multiline onChangeText={(note) => change({ note })} />
      {problem ? (
        <Remark mood="caution" title={t('notSent')}>
          {problem}
        </Remark>
      ) : null}
      <Button kind="next" onPress={onSend} disabled={empty}>
        {t('submitForReview')}
      </Button>
    </View>
  );
}

const COURSE_WORDS = {
  worse: t('worse'),
  better: t('better'),
  steady: t('steady'),
  'one reading': '',
  'not found again': t('notFoundAgain'),
} as const;

/** What the years show, worsenings first. */
function Changes({ judgement }: { judgement: Judgement }) {
  const told = judgement.changes.filter((c) => c.course !== 'one reading');
  if (told.length === 0) return null;
  return (
    <Card className="gap-2">
      <Heading>{t('sinceEarlierVisits')}</Heading>
      {told.map((change, i) => (
        <View key={i}>
          <Body>
            <Strong className={change.course === 'worse' ? 'text-oxide' : ''}>{COURSE_WORDS[change.course]}. </Strong>
            {change.says}
          </Body>
        </View>
      ))}
    </Card>
  );
}

/** Signs that count, each of which the person can set aside with a reason. */
function Counting({ draft, judgement, change }: { draft: VisitDraft; judgement: Judgement; change: ChangeDraft }) {
  const units = useUnits();
  const aside = new Set(judgement.normalHere.map((n) => `${n.sign}/${n.zone}`));
  const counting = draft.signs.filter((sign) => !aside.has(`${sign.id}/${sign.zone}`));
  const [open, setOpen] = useState<number | null>(null);
  const [why, setWhy] = useState('');
  if (counting.length === 0) return null;
  return (
    <Card className="gap-2">
      <Heading>{t('signsThatCount')}</Heading>
      {counting.map((sign, i) => (
        <View key={i} className="gap-2">
          <View className="flex-row items-center justify-between gap-2">
            <Body className="flex-1">
              {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
            <Button
              label={t('setAside', { signLabel: signLabel(library, sign.id), zone: zoneWords(sign.zone) })}
              onPress={() => setOpen(open === i ? null : i)}
            >
              {t('setAside2')}
            </Button>
          </View>
          {open === i ? (
            <>
              <Field label={t('reasonForSettingAside')} value={why} onChangeText={setWhy} />
              <Button
                disabled={why.trim().length < 3}
                onPress={() => {
                  change({ signs: draft.signs.map((s) => (s === sign ? { ...s, leftAside: why.trim() } : s)) });
                  setOpen(null);
                  setWhy('');
                }}
              >
                {t('setAside2')}
              </Button>
            </>
          ) : null}
        </View>
      ))}
    </Card>
  );
}

function NormalRemark({ normal, draft, change }: { normal: Judgement['normalHere'][number]; draft: VisitDraft; change: ChangeDraft }) {
  const [why, setWhy] = useState<string | null>(null);
  const mine = draft.signs.find((sign) => sign.id === normal.sign && sign.zone === normal.zone)?.leftAside !== undefined;
  const edit = (part: { putBack?: string; leftAside?: undefined }) =>
    change({ signs: draft.signs.map((sign) => (sign.id === normal.sign && sign.zone === normal.zone ? { ...sign, ...part } : sign)) });
  return (
    <Remark
      mood="settled"
      title={
        mine
          ? t('setAside', { signLabel: signLabel(library, normal.sign).toLowerCase(), zone: zoneWords(normal.zone) })
          : t('normalForThisTree', { signLabel: signLabel(library, normal.sign).toLowerCase(), zone: zoneWords(normal.zone) })
      }
    >
      <View className="gap-2">
        <Body>{normal.why}</Body>
        {mine ? (
          <Button onPress={() => edit({ leftAside: undefined })}>{t('countItAgain')}</Button>
        ) : why === null ? (
          <Button onPress={() => setWhy('')}>{t('countItAnyway')}</Button>
        ) : (
          <>
            <Field label={t('reasonForCounting')} value={why} onChangeText={setWhy} />
            <Button disabled={why.trim().length < 3} onPress={() => edit({ putBack: why.trim() })}>
              {t('setAsideAgain')}
            </Button>
          </>
        )}
      </View>
    </Remark>
  );
}
