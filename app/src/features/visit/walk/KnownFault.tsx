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
function answerWords({ trend, ended }: SignSeen): string {
  if (ended) return ended.how === 'work' ? `Removed by work: ${ended.note}.` : `Closed by an investigation: ${ended.note}.`;
  if (trend === 'gone') return 'Marked gone.';
  return trend === 'larger' ? 'Larger now.' : 'The same.';
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
              {answer.kind === 'not seen' ? 'Could not be seen this time. It still counts.' : answerWords(answer.sign)}
              {answer.kind === 'seen' && answer.sign.trend === 'gone' && !answer.sign.ended && !byEye
                ? ' It still counts until a reviewer agrees.'
                : ''}
            </Small>
            <Button label={`Undo the answer about ${label.toLowerCase()}`} onPress={onUndo}>
              Undo
            </Button>
          </View>
        ) : closing ? (
          <CloseFault sign={sign} onClose={onClose} onCancel={() => setClosing(false)} />
        ) : (
          <>
            <View className="flex-row flex-wrap gap-2">
              <Button label={`${label}: same`} onPress={onSame}>
                Same
              </Button>
              <Button label={`${label}: larger`} onPress={onLarger}>
                Larger
              </Button>
              <Button label={`${label}: cannot see it`} onPress={onNotSeen}>
                Cannot see it
              </Button>
              {byEye && canTell ? (
                <Button label={`${label}: gone`} onPress={onGone}>
                  Gone
                </Button>
              ) : null}
              <Button label={`${label}: closed …`} onPress={() => setClosing(true)}>
                Closed …
              </Button>
            </View>
          </>
        )}
      </View>
    </Remark>
  );
}
