import { Pressable, View } from 'react-native';
import { Body, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import type { VisitDraft } from '@/offline/draft';
import type { ChangeDraft } from './useDraft';
import { t } from '@/words/visit';

const CHECKS = [
  { id: 'traffic', words: t('traffic'), hint: t('standInASafePlaceWhere') },
  { id: 'overhead', words: t('overhead'), hint: t('deadOrHangingBranchesNeverStand') },
  { id: 'base', words: t('theBase'), hint: t('noNewLeanNoLiftingSoil') },
  { id: 'plants', words: t('onTheStem'), hint: t('irritantVinesOrSapWearGloves') },
] as const;

/** The first look, from a distance: is it safe to go in? */
export function SafetyStep({ draft, change }: { draft: VisitDraft; change: ChangeDraft }) {
  const toggle = (id: string) =>
    change((now) => ({ safety: now.safety.includes(id) ? now.safety.filter((s) => s !== id) : [...now.safety, id] }));
  const left = CHECKS.filter((check) => !draft.safety.includes(check.id)).length;
  return (
    <View className="gap-4 p-4">
      <View className="gap-1">
        <Title>{t('stopAndLookFirst')}</Title>
        <Body className="text-soft">{t('doThisFromADistanceTick')}</Body>
      </View>
      {CHECKS.map((check) => {
        const on = draft.safety.includes(check.id);
        return (
          <Pressable
            key={check.id}
            role="checkbox"
            aria-checked={on}
            aria-label={`${check.words}: ${check.hint}`}
            onPress={() => toggle(check.id)}
            className={`min-h-[64px] flex-row items-center gap-4 rounded-md border px-4 py-2 active:opacity-70 ${on ? 'border-lichen bg-lichen-wash' : 'border-ink bg-sheet'}`}
          >
            <View className={`h-7 w-7 items-center justify-center rounded-sm border-2 ${on ? 'border-lichen' : 'border-ink'}`}>
              {on ? <Strong>✓</Strong> : null}
            </View>
            <View className="flex-1">
              <Strong>{check.words}</Strong>
              <Small>{check.hint}</Small>
            </View>
          </Pressable>
        );
      })}
      <Button kind="next" onPress={() => change({ safetyDone: true })}>
        {left === 0 ? t('itIsSafeGoIn') : t('goInWithNotChecked', { left })}
      </Button>
      <Small>{t('notSafeStayOutCloseOff')}</Small>
    </View>
  );
}
