import { useState } from 'react';
import { View } from 'react-native';
import type { MessageView, TreeDetail } from '@dendrix/core/contracts';
import { reached, reachedWords } from '@/features/record/stands';
import { useSession } from '@/features/shell/useSession';
import { dayWords } from '@/features/shell/words';
import { useOutbox } from '@/offline/OutboxProvider';
import { Body, Small, Strong } from '@/ui/text';
import { Button, Several } from '@/ui/button';
import { Field } from '@/ui/field';
import { useColleagues, useMessages, useSay } from './useTalk';
import { dayThere } from '@/features/shell/today';
import { t } from '@/words/talk';

interface Props {
  tree: Pick<TreeDetail, 'id' | 'latitude' | 'longitude' | 'tag' | 'messages' | 'seen'>;
  visitId: string | null;
  point: string;
  /** What is spoken about, for the field: "the bark", "this tree". */
  about: string;
  onDone?: () => void;
}

/** What was said to a point, and room to say more. */
export function Talk({ tree, visitId, point, about, onDone }: Props) {
  const messages = useMessages(tree).filter((one) => one.point === point && one.visitId === visitId);
  const { account } = useSession();
  const colleagues = useColleagues();
  const say = useSay(tree);
  const [text, setText] = useState('');
  const [to, setTo] = useState<readonly string[]>([]);
  const [asking, setAsking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const maySpeak = account !== null && account.role !== 'viewer';
  const send = async () => {
    if (text.trim() === '') return setProblem(t('enterACommentFirst'));
    try {
      await say(visitId, point, text, to);
      setText('');
      setTo([]);
      setProblem(null);
      onDone?.();
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  const turn = (id: string) => setTo((now) => (now.includes(id) ? now.filter((one) => one !== id) : [...now, id]));
  return (
    <View className="gap-2">
      {messages.map((message) => (
        <Word key={message.id} message={message} tree={tree} />
      ))}
      {maySpeak ? (
        <View className="gap-2">
          <Field label={t('commentOn', { about })} value={text} onChangeText={setText} multiline problem={problem} />
          {asking ? (
            <Several
              label={t('whoIsTold')}
              shown={false}
              options={colleagues.map(({ id, name }) => ({ value: id, words: name }))}
              values={to}
              onTurn={turn}
            />
          ) : null}
          <View className="flex-row flex-wrap gap-2">
            <Button kind="second" label={t('post', { about })} onPress={() => void send()}>
              {t('post2')}
            </Button>
            <Button onPress={() => setAsking(!asking)}>{to.length > 0 ? t('toPeople', { to: to.length }) : t('notifySomeone')}</Button>
          </View>
        </View>
      ) : null}
    </View>
  );
}

/** One word, by whom, and how far it has come. */
function Word({ message, tree }: { message: MessageView; tree: Pick<TreeDetail, 'seen' | 'latitude' | 'longitude'> }) {
  const { parcels } = useOutbox();
  return (
    <View className="gap-[2px] border-l-2 border-slate pl-3">
      <Body>{message.text}</Body>
      <Small>
        <Strong className="text-[14px]">{message.by.name}</Strong>
        {message.mentions.length > 0
          ? t('to', {
              day: dayWords(dayThere(message.at, tree)),
              mentions: message.mentions.map(({ name }) => name).join(', '),
              reached: reachedWords(reached(message.id, message.by.id, tree, parcels)),
            })
          : `, ${dayWords(dayThere(message.at, tree))} · ${reachedWords(reached(message.id, message.by.id, tree, parcels))}`}
      </Small>
    </View>
  );
}
