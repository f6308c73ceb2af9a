import { useState } from 'react';
import { Pressable, View } from 'react-native';
import { type Statement } from '@dendrix/core/record';
import { Body, Said, Small } from '@/ui/text';
import { t } from '@/words/assess';

/** What a judgement says, each opening to the rule that says it and what it rests on. */
export const Statements = ({ statements }: { statements: readonly Statement[] }) => (
  <View className="gap-1">
    {statements.map((statement, i) => (
      <StatementRow key={`${i}/${statement.says}`} statement={statement} />
    ))}
  </View>
);

function StatementRow({ statement }: { statement: Statement }) {
  const [open, setOpen] = useState(false);
  return (
    <View>
      <Pressable
        role="button"
        aria-expanded={open}
        onPress={() => setOpen(!open)}
        className="min-h-[48px] flex-row items-center gap-2 active:opacity-60"
      >
        <Body className="flex-1">{statement.says}</Body>
        <Small className="text-slate">{open ? 'close' : 'why'}</Small>
        <Said>{t('why')}</Said>
      </Pressable>
      {open ? (
        <View className="gap-1 border-l-2 border-slate pb-2 pl-3">
          <Small className="text-ink">{t('rule', { rule: statement.rule })}</Small>
          <Small className="text-ink">{t('evidence', { evidence: statement.evidence })}</Small>
          <Small>{t('source', { source: statement.source })}</Small>
        </View>
      ) : null}
    </View>
  );
}
