import { Pressable, View } from 'react-native';
import { dateWithSeason } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { Remark } from '@/ui/surface';
import type { Later } from '../submission';
import type { ChangeDraft } from '../useDraft';
import { t } from '@/words/name';

/** What will settle the name in another season; a ticked one comes back as a follow-up with its months. */
export function LaterLooks({ later, change, latitude }: { later: readonly Later[]; change: ChangeDraft; latitude: number }) {
  if (later.length === 0) return null;
  const toggle = ({ look, planned }: Later) =>
    change((now) => ({
      laterAdded: planned ? now.laterAdded.filter((t) => t !== look.trait) : [...new Set([...now.laterAdded, look.trait])],
      laterDropped: planned ? [...new Set([...now.laterDropped, look.trait])] : now.laterDropped.filter((t) => t !== look.trait),
    }));
  return (
    <Remark mood="plain" title={t('toCheckInAnotherSeason')}>
      <View className="gap-1">
        {later.map((item) => (
          <Pressable
            key={item.look.trait}
            role="checkbox"
            aria-checked={item.planned}
            aria-label={t('comeBackFor', { because: item.look.because })}
            onPress={() => toggle(item)}
            className="min-h-[48px] flex-row items-center gap-3 active:opacity-60"
          >
            <View
              className={`h-6 w-6 items-center justify-center rounded-sm border-2 ${item.planned ? 'border-lichen bg-lichen-wash' : 'border-ink'}`}
            >
              {item.planned ? <Strong className="text-[14px] leading-[16px]">✓</Strong> : null}
            </View>
            <View className="min-w-0 flex-1">
              <Body className="text-[15px] leading-[20px]">{item.look.because}</Body>
              {item.planned ? <Small>{t('plannedBy', { dateWithSeason: dateWithSeason(item.look.by, latitude) })}</Small> : null}
            </View>
          </Pressable>
        ))}
      </View>
    </Remark>
  );
}
