import { View } from 'react-native';
import type { VisitView } from '@dendrix/core/contracts';
import { eyeEnds, saidGone, type SignSeen } from '@dendrix/core/record';
import { signLabel, zoneWords } from '@dendrix/core/words';
import { library } from '@/features/shell/library';
import { Body, Small } from '@/ui/text';
import { Button } from '@/ui/button';
import { Remark } from '@/ui/surface';

/** Defects that a visit says are gone and that no eye, work or investigation has ended: a reviewer closes them, or they go on counting. */
export const claimsOf = ({ look }: VisitView): SignSeen[] =>
  look.signs.filter((sign) => {
    const kind = library.signs.find(({ id }) => id === sign.id);
    return kind !== undefined && saidGone(sign) && sign.ended === undefined && !eyeEnds(kind, sign);
  });

interface Props {
  claims: readonly SignSeen[];
  /** Keys of those this review closes. */
  closes: readonly string[];
  onChange: (closes: string[]) => void;
}

/** Asks the reviewer about each defect that is said to be gone. */
export function SaidGone({ claims, closes, onChange }: Props) {
  if (claims.length === 0) return null;
  return (
    <Remark mood="caution" title={claims.length === 1 ? 'A defect is said to be gone' : `${claims.length} defects are said to be gone`}>
      <View className="gap-3">
        <Small className="text-ink">Each counts as it was until you close it. Give your reason below.</Small>
        {claims.map((sign) => {
          const on = closes.includes(sign.key);
          const label = signLabel(library, sign.id);
          return (
            <View key={sign.key} className="flex-row items-center justify-between gap-3">
              <Body className="flex-1">
                {label}, {zoneWords(sign.zone)}
                {sign.note ? `: “${sign.note}”` : ''}
              </Body>
              <Button
                kind={on ? 'second' : 'plain'}
                label={`${on ? '✓ Closed' : 'Close'}: ${label}`}
                onPress={() => onChange(on ? closes.filter((key) => key !== sign.key) : [...closes, sign.key])}
              >
                {on ? '✓ Closed' : 'Close'}
              </Button>
            </View>
          );
        })}
      </View>
    </Remark>
  );
}
