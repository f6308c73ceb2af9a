import { View } from 'react-native';
import type { VisitView } from '@dendrix/core/contracts';
import { eyeEnds, saidGone } from '@dendrix/core/record';
import { wordKey } from '@dendrix/core/state';
import { OVERRULED_WORDS, signLabel, zoneWords } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';
import { t } from '@/words/review';

/** What a visit says is over, and what only a reviewer can agree to. */
export interface Claim {
  /** What a review names to agree. */
  key: string;
  label: string;
  says: string;
}

/** Defects that a visit says are gone and that no eye, work or investigation has ended. */
const goneIn = ({ look }: VisitView): Claim[] =>
  look.signs.flatMap((sign) => {
    const kind = library.signs.find(({ id }) => id === sign.id);
    if (kind === undefined || !saidGone(sign) || sign.ended !== undefined || eyeEnds(kind, sign)) return [];
    const label = signLabel(library, sign.id);
    return [{ key: sign.key, label, says: `${label}, ${zoneWords(sign.zone)}${sign.note ? `: “${sign.note}”` : ''}` }];
  });

/** Milder words of a visit than one that somebody set before. */
const milderIn = ({ judgement }: VisitView): Claim[] =>
  judgement.overruled.flatMap(({ what, from, to, why, since, milder }) => {
    if (!milder || since === undefined) return [];
    const label = OVERRULED_WORDS[what].replace(/^./, (letter) => letter.toUpperCase());
    return [{ key: wordKey({ what, to }), label, says: t('onNow', { label, from, since, to, why }) }];
  });

/** What a visit claims is over: a reviewer agrees, or it goes on counting. */
export const claimsOf = (visit: VisitView): Claim[] => [...goneIn(visit), ...milderIn(visit)];

interface Props {
  claims: readonly Claim[];
  /** Keys of those this review agrees to. */
  closes: readonly string[];
  onChange: (closes: string[]) => void;
}

/** Asks the reviewer about each defect that is said to be gone, and each word that was made milder. */
export function SaidGone({ claims, closes, onChange }: Props) {
  if (claims.length === 0) return null;
  return (
    <Remark
      mood="caution"
      title={claims.length === 1 ? t('somethingIsSaidToBeOver') : t('thingsAreSaidToBeOver', { claims: claims.length })}
    >
      <View className="gap-3">
        <Small className="text-ink">{t('eachStillCountsUntilYouClose')}</Small>
        {claims.map(({ key, label, says }) => {
          const on = closes.includes(key);
          return (
            <View key={key} className="flex-row items-center justify-between gap-3">
              <Body className="flex-1">{says}</Body>
              <Button
                kind={on ? 'second' : 'plain'}
                label={on ? t('closed', { label }) : t('close', { label })}
                onPress={() => onChange(on ? closes.filter((one) => one !== key) : [...closes, key])}
              >
                {on ? t('closed2') : t('close2')}
              </Button>
            </View>
          );
        })}
      </View>
    </Remark>
  );
}
