import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { Pressable, View } from 'react-native';
import type { Notice } from '@dendrix/core/contracts';
import { myNotices } from '@/data/keys';
import { dayWords } from '@/features/shell/words';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Page, TreeTag, Waiting } from '@/ui/surface';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/notices';

const KINDS: Record<Notice['kind'], string> = {
  mention: t('mentionedYou'),
  answer: t('answered'),
  question: t('questionedYourVisit'),
  overturn: t('changedTheSpeciesNameOfYour'),
};

/** What a person is told: words to them, answers, and what review made of their visits. Seen is what they had before them. */
export function NoticesScreen() {
  const router = useRouter();
  const { data, error, refetch } = useQuery(myNotices);
  return (
    <Page title={t('forYou')}>
      {!data ? (
        <Waiting
          what={t('whatYouAreTold')}
          problem={error?.message}
          retry={error ? <Button onPress={() => void refetch()}>{t('tryAgain')}</Button> : null}
        />
      ) : data.items.length === 0 ? (
        <Body>{t('noMessagesAndNoQuestionsAbout')}</Body>
      ) : (
        <View>
          {data.items.map((one) => (
            <Pressable
              key={one.id}
              role="link"
              onPress={() => router.push(`/tree/${one.tree.id}`)}
              className={`gap-1 border-t border-rule py-3 active:opacity-60 ${one.isSeen ? '' : 'border-l-4 border-l-slate pl-3'}`}
            >
              <View className="flex-row flex-wrap items-center gap-2">
                <TreeTag tag={one.tree.tag} />
                <Small className="flex-1">{one.tree.place}</Small>
                {one.isSeen ? null : <Strong className="text-[14px] text-slate">{t('new')}</Strong>}
              </View>
              <Strong>
                {one.by.name} {KINDS[one.kind]}
              </Strong>
              <Body>{one.text}</Body>
              <Small>{dayWords(dayThere(one.at))}</Small>
            </Pressable>
          ))}
        </View>
      )}
    </Page>
  );
}
