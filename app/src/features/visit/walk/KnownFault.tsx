import { useState } from 'react';
import { View } from 'react-native';
import type { Meeting } from '@dendrix/core/history';
import { eyeEnds, type Ended, type SignSeen } from '@dendrix/core/record';
import { FINDING_WORDS, signWords } from '@dendrix/core/words';
import { dayWords } from '@/features/shell/words';
import { useSettings } from '@/features/shell/settings';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { CloseFault } from './CloseFault';
import { mustBeAnswered, signOfLibrary, type Answer } from './known';
import { t } from '@/words/walk';

interface Props {
  known: Meeting;
  answer: Answer;
  /** Whether this visit has the means that found it: an eye settles no hollow. */
  canTell: boolean;
  onSame: () => void;
  onLarger: () => void;
  onGone: () => void;
  onNotSeen: () => void;
  onClose: (ended: Ended | null, note: string) => void;
  onUndo: () => void;
}

/** What was answered, in a sentence. */
function answerWords({ trend, ended }: SignSeen, byEye: boolean): string {
  if (ended) return ended.how === 'work' ? t('removedByWork', { note: ended.note }) : t('closedByAnInvestigation', { note: ended.note });
  if (trend === 'gone') return byEye ? t('markedGone') : t('markedGoneStillCounts');
  return trend === 'larger' ? t('largerNow') : t('theSame');
}

/** A defect that an earlier visit left standing. Silence does not close it: it is answered, or it still counts. */
export function KnownFault({ known: { day, sign }, answer, canTell, onSame, onLarger, onGone, onNotSeen, onClose, onUndo }: Props) {
  const { units } = useSettings().settings;
  const [closing, setClosing] = useState(false);
  const kind = signOfLibrary(sign.id);
  const label = kind?.label ?? sign.id;
  const byEye = kind !== undefined && eyeEnds(kind, sign);
  const { met } = FINDING_WORDS[kind?.found ?? 'look'];
  const details = signWords(sign, units);
  return (
    <Remark mood={answer === null && mustBeAnswered(sign) ? 'caution' : 'second'} title={`${label}, ${met} ${dayWords(day)}`}>
      <View className="gap-3">
        {details ? <Body>{details}</Body> : null}
        {answer !== null ? (
          <View className="flex-row items-center justify-between gap-3">
            <Small className="flex-shrink text-ink">
              {answer.kind === 'not seen' ? t('couldNotBeSeenThisTime') : answerWords(answer.sign, byEye)}
            </Small>
            <Button label={t('undoTheAnswerAbout', { label: label.toLowerCase() })} onPress={onUndo}>
              {t('undo')}
            </Button>
          </View>
        ) : closing ? (
          <CloseFault sign={sign} onClose={onClose} onCancel={() => setClosing(false)} />
        ) : (
          <>
            <View className="flex-row flex-wrap gap-2">
              <Button label={t('same', { label })} onPress={onSame}>
                {t('same2')}
              </Button>
              <Button label={t('larger', { label })} onPress={onLarger}>
                {t('larger2')}
              </Button>
              <Button label={t('cannotSeeIt', { label })} onPress={onNotSeen}>
                {t('cannotSeeIt2')}
              </Button>
              {byEye && canTell ? (
                <Button label={t('gone', { label })} onPress={onGone}>
                  {t('gone2')}
                </Button>
              ) : null}
              <Button label={t('closed', { label })} onPress={() => setClosing(true)}>
                {t('closed2')}
              </Button>
            </View>
          </>
        )}
      </View>
    </Remark>
  );
}
