import { useState } from 'react';
import { View } from 'react-native';
import { KIND_LISTS, readKindLists, type KindListsRead } from '@dendrix/core/exchange/kind-lists';
import { nameFinder } from '@dendrix/core/naming';
import { library } from '@/features/shell/library';
import { Body, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Fold } from '@/ui/fold';
import { Remark } from '@/ui/surface';
import { FileButton } from './FileButton';
import type { StepProps } from './OutlineStep';
import { t } from '@/words/setup';

/** What each list is for. */
const MEANS: Readonly<Record<(typeof KIND_LISTS)[number], string>> = {
  approved: t('plantedHereByChoice'),
  watched: t('spreadingPerhapsReportedWhenSeen'),
  invasive: t('notWantedGoesToReviewWhen'),
  rare: t('rareRetainedAsLongAsPossible'),
  protected: t('workOnItNeedsAPermit'),
};
/** Problems shown before the rest folds. */
const SHOWN = 5;

/** Local lists of kinds, brought in as a table. */
export function ListsStep({ given, keep }: StepProps) {
  const [read, setRead] = useState<KindListsRead | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const open = async (file: File) => {
    setProblem(null);
    try {
      setRead(readKindLists(await file.text(), nameFinder(library)));
    } catch (error) {
      setRead(null);
      setProblem((error as Error).message);
    }
  };
  const lists = read?.lists ?? given.lists;
  return (
    <View className="gap-3">
      <Body>{t('aCsvWithAColumnName')}</Body>
      <View className="gap-1">
        {KIND_LISTS.map((list) => (
          <Small key={list}>
            <Strong className="text-[14px]">{`${list}: ${lists[list].length}`}</Strong>
            {`  ${MEANS[list]}`}
          </Small>
        ))}
      </View>
      <FileButton words={t('chooseTheTable')} label={t('listsFile')} accept=".csv,text/csv,text/plain" onFile={(file) => void open(file)} />
      {read && read.problems.length > 0 ? (
        <Remark mood="caution" title={t('rowsCameToNothing', { problems: read.problems.length })}>
          <View className="gap-1">
            {read.problems.slice(0, SHOWN).map(({ line, text, reason }) => (
              <Small key={line} className="text-ink">
                {t('line', { line, text: text || 'empty', reason })}
              </Small>
            ))}
            {read.problems.length > SHOWN ? (
              <Fold title={t('theOthers')}>
                {read.problems.slice(SHOWN).map(({ line, text, reason }) => (
                  <Small key={line} className="text-ink">
                    {t('line', { line, text: text || 'empty', reason })}
                  </Small>
                ))}
              </Fold>
            ) : null}
          </View>
        </Remark>
      ) : null}
      {read ? (
        <View className="flex-row flex-wrap gap-2">
          <Button
            kind="next"
            onPress={() =>
              void keep({ lists: read.lists }).then(
                () => setRead(null),
                (error: Error) => setProblem(error.message),
              )
            }
          >
            {t('saveLists')}
          </Button>
          <Button onPress={() => setRead(null)}>{t('cancel')}</Button>
        </View>
      ) : null}
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
    </View>
  );
}
