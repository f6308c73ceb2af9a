import { useState } from 'react';
import { View } from 'react-native';
import { zoneWords, type Assessment } from '@dendrix/core/condition';
import type { VisitName } from '@dendrix/core/contracts';
import { HIDDEN_DECAY, SOUNDNESS, VIGOUR } from '@dendrix/core/knowledge';
import { library } from '@/features/shell/library';
import { dateWithSeason } from '@/features/shell/words';
import { Body, Button, Card, Field, Heading, Latin, Remark, Small, Strong } from '@/ui';
import { Scale } from '@/features/tree/Scale';
import type { VisitDraft } from './draft';
import type { ChangeDraft } from './useDraft';

interface Props {
  draft: VisitDraft;
  name: VisitName;
  judgement: Assessment;
  change: ChangeDraft;
  onSend: () => void;
  problem: string | null;
  /** Nothing has been recorded, so there is nothing to send. */
  empty: boolean;
}

/** What the signs mean, with reasons and limits; then it goes to a second pair of eyes. */
export function JudgeStep({ draft, name, judgement, change, onSend, problem, empty }: Props) {
  return (
    <View className="gap-4">
      <Card>
        <Small>{name.level === 'none' ? 'Name' : name.confirmed ? 'Name, enough to confirm' : 'Name, to be checked'}</Small>
        <Latin className="text-[24px] leading-[28px]">
          {name.level === 'cf. species' ? 'cf. ' : ''}
          {name.taxon ?? 'not known'}
        </Latin>
        <Small>{name.why}</Small>
      </Card>
      <View className="gap-4">
        <Scale label="Vigour" bands={VIGOUR} judged={judgement.vigour} />
        <Scale label="Soundness" bands={SOUNDNESS} judged={judgement.soundness} />
        <Scale label="Hidden decay" bands={HIDDEN_DECAY} judged={judgement.hiddenDecay} />
      </View>
      <Card>
        <Heading>{judgement.lookedAt.percent} % of the zones looked at</Heading>
        {judgement.lookedAt.cannotSay.map((sentence) => (
          <Body key={sentence}>{sentence}</Body>
        ))}
      </Card>
      {judgement.normalHere.map((normal, i) => (
        <NormalRemark key={i} normal={normal} draft={draft} change={change} />
      ))}
      {judgement.agents.length > 0 ? (
        <Card>
          <Heading>What may be behind the signs</Heading>
          {judgement.agents.slice(0, 5).map((agent) => {
            const record = library.agents.find((a) => a.id === agent.agent);
            return (
              <View key={agent.agent} className="gap-[2px]">
                <Body>
                  <Strong>{Math.round(agent.probability * 100)} % </Strong>
                  {agent.name}
                </Body>
                {record ? <Small>Told apart by: {record.toldApart}</Small> : null}
                {record?.reportable ? <Small className="font-body-bold text-oxide">{record.reportable}</Small> : null}
              </View>
            );
          })}
        </Card>
      ) : null}
      <Card>
        <Heading>What can be done</Heading>
        {judgement.options.map((option, i) => (
          <View key={option.do} className="gap-[2px]">
            <Strong>
              {i + 1}. {option.do.charAt(0).toUpperCase() + option.do.slice(1)}
            </Strong>
            <Small className="text-ink">{option.because.join(' ')}</Small>
            {option.needs.length > 0 ? <Small>Needs {option.needs.join('; ')}.</Small> : null}
          </View>
        ))}
      </Card>
      <Card>
        <Small>Come back</Small>
        <Heading>by {dateWithSeason(judgement.comeBack.by)}</Heading>
        <Body>
          {judgement.comeBack.because}. Outlook: {judgement.outlook}.
        </Body>
      </Card>
      <Remark mood="caution" title="Cautions">
        <View className="gap-1">
          {judgement.cautions.map((caution) => (
            <Body key={caution}>{caution}</Body>
          ))}
        </View>
      </Remark>
      <Field label="A note for the one who comes next" value={draft.note} multiline onChangeText={(note) => change({ note })} />
      {problem ? (
        <Remark mood="caution" title="Not sent">
          {problem}
        </Remark>
      ) : null}
      <Button kind="next" onPress={onSend} disabled={empty}>
        Send for a second look
      </Button>
    </View>
  );
}

function NormalRemark({ normal, draft, change }: { normal: Assessment['normalHere'][number]; draft: VisitDraft; change: ChangeDraft }) {
  const [why, setWhy] = useState<string | null>(null);
  const label = library.signs.find((s) => s.id === normal.sign)?.label ?? normal.sign;
  const putBack = () =>
    change({
      signs: draft.signs.map((sign) => (sign.id === normal.sign && sign.zone === normal.zone ? { ...sign, putBack: why ?? '' } : sign)),
    });
  return (
    <Remark mood="settled" title={`Normal for this tree: ${label.toLowerCase()}, ${zoneWords(normal.zone)}`}>
      <View className="gap-2">
        <Body>{normal.why}</Body>
        {why === null ? (
          <Button onPress={() => setWhy('')}>Count it all the same</Button>
        ) : (
          <>
            <Field label="Why it counts here" value={why} onChangeText={setWhy} />
            <Button disabled={why.trim().length < 3} onPress={putBack}>
              Put it back
            </Button>
          </>
        )}
      </View>
    </Remark>
  );
}
