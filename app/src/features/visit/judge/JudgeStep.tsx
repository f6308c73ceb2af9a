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
            <Small>Assessed as (from the record)</Small>
            <Latin className="text-[24px] leading-[28px]">{by.taxon}</Latin>
            <Small>{standingWords(tree.standing)}. Not checked on this visit.</Small>
          </View>
        ) : null}
        <Small>{name.level === 'none' ? 'Name' : name.confirmed ? 'Name: enough evidence to confirm' : 'Name, to be checked'}</Small>
        <Latin className="text-[24px] leading-[28px]">
          {name.level === 'cf. species' ? 'cf. ' : ''}
          {name.taxon ?? 'not known'}
        </Latin>
        <Small>{name.why}</Small>
      </Card>
      {SCALES.map((scale) => {
        const judged = judgement[scale];
        const label = SCALE_WORDS[scale];
        return (
          <View key={scale} className="gap-1 border-b border-rule pb-3">
            <Scale label={capital(label)} bands={BANDS[scale]} judged={judged} bare />
            {judged.overruled ? <Small className="text-slate">Calculated: {ratingWords(judged.overruled.from)}.</Small> : null}
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
        <Heading>{judgement.lookedAt.percent}% of the zones inspected</Heading>
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
        <Heading>Options</Heading>
        <Choice
          label="Ranked for"
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
            {option.by && option.who ? (
              <Small className="text-ink">
                By {dayWords(option.by)}, {option.who}.
              </Small>
            ) : null}
            {option.needs.length > 0 ? <Small>Conditions: {option.needs.join('; ')}.</Small> : null}
          </View>
        ))}
        <Overrule
          what="option"
          of="the first option"
          options={OPTIONS.map((value) => ({ value, words: capital(optionWords(value)) }))}
          ruled={judgement.options[0]?.do ?? ''}
          overrules={draft.overrules}
          onChange={keep}
        />
      </Card>
      <Card className="gap-2">
        <Small>Outlook</Small>
        <Heading>
          {capital(judgement.outlook)}
          {judgement.outlookSpan !== null && judgement.outlookSpan !== 'dead' ? `, ${judgement.outlookSpan}` : ''}
        </Heading>
        <Statements statements={[wordsIn().explain.outlook(judgement)]} />
        <Overrule
          what="outlook"
          of="the outlook"
          options={OUTLOOKS.map((value) => ({ value, words: capital(value) }))}
          ruled={judgement.outlook === NOT_JUDGED ? '' : judgement.outlook}
          overrules={draft.overrules}
          onChange={keep}
        />
      </Card>
      <Card className="gap-2">
        <Small>Next visit</Small>
        <Heading>by {withSeason(judgement.comeBack.by, judgement.comeBack.season)}</Heading>
        <Statements statements={[wordsIn().explain.comeBack(judgement.comeBack)]} />
        <Overrule
          what="comeBack"
          of="the date"
          options={[]}
          ruled={judgement.comeBack.by}
          overrules={draft.overrules}
          onChange={keep}
          typed={{
            label: 'Next visit by',
            hint: 'year-month-day, after today, such as 2027-05-20',
            valid: (text) => /^\d{4}-\d{2}-\d{2}$/.test(text) && !Number.isNaN(Date.parse(text)) && text > date,
          }}
        />
      </Card>
      <Card className="gap-2">
        <Heading>Summary</Heading>
        <Body>{judgement.note}</Body>
        {judgement.overruled.map((one) => (
          <Small key={one.what} className={one.milder ? 'font-body-bold text-oxide' : 'text-slate'}>
            {overruledWords(one)}
            {one.milder ? ' Lower than the calculated rating. A reviewer should check why.' : ''}
          </Small>
        ))}
      </Card>
      <Cautions cautions={judgement.cautions} />
      <Field label="Note for the next visit" value={draft.note} multiline onChangeText={(note) => change({ note })} />
      {problem ? (
        <Remark mood="caution" title="Not sent">
          {problem}
        </Remark>
      ) : null}
      <Button kind="next" onPress={onSend} disabled={empty}>
        Submit for review
      </Button>
    </View>
  );
}

const COURSE_WORDS = {
  worse: 'Worse',
  better: 'Better',
  steady: 'Steady',
  'one reading': '',
  'not found again': 'Not found again',
} as const;

/** What the years show, worsenings first. */
function Changes({ judgement }: { judgement: Judgement }) {
  const told = judgement.changes.filter((c) => c.course !== 'one reading');
  if (told.length === 0) return null;
  return (
    <Card className="gap-2">
      <Heading>Since earlier visits</Heading>
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
      <Heading>Signs that count</Heading>
      {counting.map((sign, i) => (
        <View key={i} className="gap-2">
          <View className="flex-row items-center justify-between gap-2">
            <Body className="flex-1">
              {signLabel(library, sign.id)}, {zoneWords(sign.zone)} {signWords(sign, units)}
            </Body>
            <Button
              label={`Set aside: ${signLabel(library, sign.id)}, ${zoneWords(sign.zone)}`}
              onPress={() => setOpen(open === i ? null : i)}
            >
              Set aside
            </Button>
          </View>
          {open === i ? (
            <>
              <Field label="Reason for setting aside" value={why} onChangeText={setWhy} />
              <Button
                disabled={why.trim().length < 3}
                onPress={() => {
                  change({ signs: draft.signs.map((s) => (s === sign ? { ...s, leftAside: why.trim() } : s)) });
                  setOpen(null);
                  setWhy('');
                }}
              >
                Set aside
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
      title={`${mine ? 'Set aside' : 'Normal for this tree'}: ${signLabel(library, normal.sign).toLowerCase()}, ${zoneWords(normal.zone)}`}
    >
      <View className="gap-2">
        <Body>{normal.why}</Body>
        {mine ? (
          <Button onPress={() => edit({ leftAside: undefined })}>Count it again</Button>
        ) : why === null ? (
          <Button onPress={() => setWhy('')}>Count it anyway</Button>
        ) : (
          <>
            <Field label="Reason for counting" value={why} onChangeText={setWhy} />
            <Button disabled={why.trim().length < 3} onPress={() => edit({ putBack: why.trim() })}>
              Set aside again
            </Button>
          </>
        )}
      </View>
    </Remark>
  );
}
