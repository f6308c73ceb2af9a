import { useState } from 'react';
import { Pressable, View } from 'react-native';
import type { ListReport } from '@dendrix/core/exchange';
import { Button } from '@/ui/button';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Card } from '@/ui/surface';
import { t } from '@/words/exchange';

/** Names that are asked about at once; a list may hold thousands. */
const A_PAGE = 30;
/** Names that are told and not asked about. */
const MOST_TOLD = 100;
const more = (all: number): string => (all > MOST_TOLD ? t('andMore', { all: (all - MOST_TOLD).toLocaleString() }) : '');

/** What was made of the names of a list: those to be answered, most rows first, those misspelt, and those unknown. */
export function NamesOfList({
  report,
  choices,
  onChoose,
}: {
  report: Pick<ListReport, 'ambiguous' | 'misspelt' | 'unknown'>;
  choices: Record<string, string | null>;
  onChoose: (text: string, taxon: string | null) => void;
}) {
  const [most, setMost] = useState(A_PAGE);
  const shown = [...report.ambiguous].sort((a, b) => b.rows - a.rows).slice(0, most);
  return (
    <>
      {report.ambiguous.length > 0 || Object.keys(choices).length > 0 ? (
        <Card className="gap-3">
          <Heading>{t('namesThatMeanMoreThanOne')}</Heading>
          <Small>{t('chooseASpeciesOrKeepThe')}</Small>
          {shown.map((question) => (
            <View key={question.text} className="gap-2 border-b border-rule pb-3">
              <Strong>{t('rows', { text: question.text, rows: question.rows })}</Strong>
              <View className="flex-row flex-wrap gap-2">
                {question.answer.hits.map((hit) => (
                  <Pressable
                    key={hit.taxon}
                    role="button"
                    aria-pressed={choices[question.text] === hit.taxon}
                    onPress={() => onChoose(question.text, hit.taxon)}
                    className={`min-h-[48px] justify-center rounded-md border px-3 py-1 active:opacity-60 ${choices[question.text] === hit.taxon ? 'border-[3px] border-oxide' : 'border-ink'}`}
                  >
                    <Latin className="text-[16px] leading-[19px]">{hit.taxon}</Latin>
                    <Small>{hit.where ?? ''}</Small>
                  </Pressable>
                ))}
                <Button kind="dashed" onPress={() => onChoose(question.text, null)}>
                  {choices[question.text] === null ? t('keepTheTextOnly') : t('keepTheTextOnly2')}
                </Button>
              </View>
            </View>
          ))}
          {report.ambiguous.length > most ? (
            <Button onPress={() => setMost(most + A_PAGE)}>
              {t('showMoreNames', { ambiguous: (report.ambiguous.length - most).toLocaleString() })}
            </Button>
          ) : null}
          {report.ambiguous.length === 0 ? <Body>{t('allAnswered')}</Body> : null}
        </Card>
      ) : null}
      {report.misspelt.length > 0 ? (
        <Card>
          <Heading>{t('spellingCorrected')}</Heading>
          {report.misspelt.slice(0, MOST_TOLD).map((q) => (
            <Body key={q.text}>
              {t('rows', { text: q.text, rows: q.rows })}: <Latin className="text-[16px]">{q.answer.taxon ?? ''}</Latin>
            </Body>
          ))}
          {report.misspelt.length > MOST_TOLD ? <Small>{more(report.misspelt.length)}</Small> : null}
        </Card>
      ) : null}
      {report.unknown.length > 0 ? (
        <Card>
          <Heading>{t('unknownNames')}</Heading>
          <Body>
            {report.unknown
              .slice(0, MOST_TOLD)
              .map((q) => `“${q.text}” (${q.rows})`)
              .join(', ')}
            {more(report.unknown.length)}
          </Body>
          <Small>{t('theListsWordsAreSavedWith')}</Small>
        </Card>
      ) : null}
    </>
  );
}
