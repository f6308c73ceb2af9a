import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import { NORMAL, UNKNOWN_CAUSE } from '@dendrix/core/judging';
import { type Judgement } from '@dendrix/core/record';
import { capital, wordsIn, zoneWords, signLabel } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card } from '@/ui/surface';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from '../useDraft';
import { Overrule } from './Overrule';
import { t } from '@/words/assess';

const FOUND_WORDS = { look: t('look'), close: t('lookClosely'), sound: t('knock'), probe: t('probe'), dig: t('uncoverByHand') } as const;
const SHOWN = 5;

interface Props {
  judgement: Judgement;
  draft: VisitDraft;
  change: ChangeDraft;
  onMark: (zone: NonNullable<Judgement['lookNext'][number]['zones'][number]>) => void;
}

/** Possible causes, how likely each is and why, and which sign to look for next to tell. */
export function Causes({ judgement, draft, change, onMark }: Props) {
  const router = useRouter();
  if (judgement.agents.length === 0) return null;
  return (
    <Card className="gap-3">
      <Heading>{t('possibleCauses')}</Heading>
      {judgement.agents.slice(0, SHOWN).map((agent) => {
        const record = library.agents.find((a) => a.id === agent.agent);
        return (
          <View key={agent.agent} className="gap-[2px]">
            <View className="flex-row items-center gap-2" aria-hidden>
              <View className="h-[7px] flex-1 rounded-sm bg-rule">
                <View className="h-[7px] rounded-sm bg-slate" style={{ width: `${Math.round(agent.probability * 100)}%` }} />
              </View>
            </View>
            {record ? (
              <Pressable
                role="link"
                onPress={() => router.push(`/library/agent/${record.id}`)}
                className="min-h-[32px] justify-center active:opacity-60"
              >
                <Body>
                  <Strong>{capital(wordsIn().causes.likelihood(agent.probability))}: </Strong>
                  <Body className="underline">{agent.name}</Body>
                </Body>
              </Pressable>
            ) : (
              <Body>
                <Strong>{capital(wordsIn().causes.likelihood(agent.probability))}: </Strong>
                {agent.name}
              </Body>
            )}
            <Small className="text-ink">{agent.because.join(' ')}</Small>
            {record ? <Small>{t('howToTell', { toldApart: record.toldApart })}</Small> : null}
            {record?.laboratory ? <Small>{t('toBeCertain', { laboratory: record.laboratory })}</Small> : null}
            {record?.reportable ? <Small className="font-body-bold text-oxide">{record.reportable}</Small> : null}
          </View>
        );
      })}
      {judgement.lookNext.length > 0 ? (
        <View className="gap-2">
          <Strong>{t('checkNext')}</Strong>
          {judgement.lookNext.map((look) => (
            <View key={look.sign} className="gap-1 border-l-2 border-oxide pl-3">
              <Body>
                <Strong>{look.label}</Strong>: {look.hint} ({FOUND_WORDS[look.found]})
              </Body>
              <Small>
                {look.shownBy.length > 0
                  ? look.notBy.length > 0
                    ? t('ifPresentItSupportsIfNot', {
                        shownBy: look.shownBy.join(', ').toLowerCase(),
                        notBy: look.notBy.join(', ').toLowerCase(),
                      })
                    : t('ifPresentItSupports', { shownBy: look.shownBy.join(', ').toLowerCase() })
                  : look.notBy.length > 0
                    ? t('ifNotPresentItSupports', { notBy: look.notBy.join(', ').toLowerCase() })
                    : ''}
              </Small>
              <View className="flex-row flex-wrap gap-2">
                <Button label={t('itIsThere', { label: look.label })} onPress={() => onMark(look.zones[0] ?? 'surroundings')}>
                  {t('present')}
                </Button>
                <Button
                  label={t('checkedNotPresent', { label: look.label })}
                  onPress={() => change((now) => ({ absent: [...new Set([...now.absent, look.sign])] }))}
                >
                  {t('notPresent')}
                </Button>
              </View>
              <Small>{t('atThe', { zones: look.zones.slice(0, 3).map(zoneWords).join(', ') })}</Small>
            </View>
          ))}
        </View>
      ) : null}
      {draft.absent.length > 0 ? (
        <View className="gap-1">
          <Small className="font-body-bold">{t('checkedNotPresent2')}</Small>
          {draft.absent.map((id) => (
            <View key={id} className="flex-row items-center justify-between gap-2">
              <Body>{signLabel(library, id)}</Body>
              <Button
                label={t('undoChecked', { signLabel: signLabel(library, id) })}
                onPress={() => change((now) => ({ absent: now.absent.filter((a) => a !== id) }))}
              >
                {t('undo')}
              </Button>
            </View>
          ))}
        </View>
      ) : null}
      <Overrule
        what="cause"
        of={t('theCause')}
        options={[
          ...judgement.agents.filter((a) => a.agent !== NORMAL).map((a) => ({ value: a.agent, words: a.name })),
          ...(judgement.agents.some((a) => a.agent === UNKNOWN_CAUSE) ? [] : [{ value: UNKNOWN_CAUSE, words: t('causeUnknown') }]),
        ]}
        ruled={judgement.agents[0]?.agent ?? ''}
        overrules={draft.overrules}
        onChange={(overrules) => change({ overrules })}
      />
    </Card>
  );
}
