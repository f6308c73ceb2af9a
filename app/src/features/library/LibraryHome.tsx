import { useRouter } from 'expo-router';
import { memo, useCallback, useMemo, useState } from 'react';
import { Pressable, View } from 'react-native';
import { List } from '@/ui/list';
import { plateLeaf } from '@dendrix/core/figures';
import type { NameFinder } from '@dendrix/core/naming';
import { buildOf, slugOf, type Agent, type Sign, type Taxon } from '@dendrix/core/knowledge';
import { useDistrict } from '@/features/shell/useDistrict';
import { library, matchedWords, namesIn, taxonNamed } from '@/features/shell/library';
import { Body, Latin, Small, Strong, Title } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Drawing } from '@/ui/drawing';
import { Field } from '@/ui/field';
import { useWide } from '@/ui/wide';
import { t } from '@/words/library';

type Shelf = 'taxa' | 'signs' | 'agents';
type Row =
  | { kind: 'taxon'; taxon: Taxon; note: string }
  | { kind: 'sign'; sign: Sign }
  | { kind: 'agent'; agent: Agent }
  | { kind: 'genus'; name: string; note: string };

const BUILD_WORDS = { broadleaf: t('broadleaves'), conifer: t('conifers'), palm: t('palms') } as const;
type BuildChoice = 'all' | keyof typeof BUILD_WORDS;

const taxonRow = (taxon: Taxon, note?: string): Row => ({ kind: 'taxon', taxon, note: note ?? taxon.commonNames[0]?.name ?? '' });
const holds = (text: string, typed: string) => text.toLowerCase().includes(typed.toLowerCase());

/** Rows of a shelf for what was typed. */
function rowsOf(shelf: Shelf, build: BuildChoice, typed: string, names: NameFinder): Row[] {
  const text = typed.trim();
  if (shelf === 'signs') {
    return library.signs
      .filter((sign) => text === '' || holds(`${sign.label} ${sign.hint} ${sign.means}`, text))
      .map((sign): Row => ({ kind: 'sign', sign }));
  }
  if (shelf === 'agents') {
    return library.agents
      .filter((agent) => text === '' || holds(`${agent.name} ${agent.scientific ?? ''} ${agent.hosts.join(' ')}`, text))
      .map((agent): Row => ({ kind: 'agent', agent }));
  }
  if (text === '') return library.taxa.filter((taxon) => build === 'all' || buildOf(taxon) === build).map((taxon) => taxonRow(taxon));
  return names.suggest(text, 30).map((hit): Row => {
    const taxon = taxonNamed(hit.taxon);
    const said = hit.as === 'accepted name' ? undefined : matchedWords(hit);
    return taxon
      ? taxonRow(taxon, said)
      : { kind: 'genus', name: hit.taxon, note: hit.as === 'genus' ? t('theGenus') : t('noRecordInTheLibrary', { matched: hit.matched }) };
  });
}

/** The library: every taxon, sign and agent, found by any name. */
export function LibraryHome() {
  const router = useRouter();
  const wide = useWide();
  const [shelf, setShelf] = useState<Shelf>('taxa');
  const [build, setBuild] = useState<BuildChoice>('all');
  const [typed, setTyped] = useState('');
  const names = namesIn(useDistrict());
  const rows = useMemo(() => rowsOf(shelf, build, typed, names), [shelf, build, typed, names]);
  const meaning = useMemo(() => names.resolve(typed), [names, typed]);
  const columns = wide ? 3 : 1;
  const open = useCallback(
    (row: Row) => {
      if (row.kind === 'taxon') router.push(`/library/taxon/${slugOf(row.taxon.name)}`);
      else if (row.kind === 'sign') router.push(`/library/sign/${row.sign.id}`);
      else if (row.kind === 'agent') router.push(`/library/agent/${row.agent.id}`);
      else setTyped(row.name);
    },
    [router],
  );
  return (
    <List
      key={`${shelf}/${columns}`}
      className="flex-1 bg-paper"
      contentContainerClassName="w-full max-w-[1180px] self-center p-4 pb-10"
      columnWrapperClassName={columns > 1 ? 'gap-3' : undefined}
      data={rows}
      numColumns={columns}
      initialNumToRender={wide ? 24 : 9}
      windowSize={5}
      keyboardShouldPersistTaps="handled"
      keyExtractor={(row) =>
        row.kind === 'taxon' ? row.taxon.name : row.kind === 'sign' ? row.sign.id : row.kind === 'agent' ? row.agent.id : row.name
      }
      ListHeaderComponent={
        <View className="gap-3 pb-4">
          <View className="flex-row items-end justify-between gap-3">
            <Title>{t('library')}</Title>
            <Button onPress={() => router.push('/library/tell-apart')}>{t('compareSpecies')}</Button>
          </View>
          <Choice<Shelf>
            label={t('whatToLookUp')}
            shown={false}
            options={[
              { value: 'taxa', words: t('trees', { taxa: library.taxa.length }) },
              { value: 'signs', words: t('signs', { signs: library.signs.length }) },
              { value: 'agents', words: t('causes', { agents: library.agents.length }) },
            ]}
            value={shelf}
            onChange={(next) => {
              setShelf(next);
              setTyped('');
            }}
          />
          <Field
            label={shelf === 'taxa' ? t('anyNameScientificCommonFormerOr') : t('aWord')}
            value={typed}
            onChangeText={setTyped}
            autoCapitalize="none"
            autoCorrect={false}
          />
          {shelf === 'taxa' && typed.trim() === '' ? (
            <Choice<BuildChoice>
              label={t('kind')}
              shown={false}
              options={[
                { value: 'all', words: t('all') },
                ...(Object.keys(BUILD_WORDS) as (keyof typeof BUILD_WORDS)[]).map((value) => ({ value, words: BUILD_WORDS[value] })),
              ]}
              value={build}
              onChange={setBuild}
            />
          ) : null}
          {shelf === 'taxa' && typed.trim() !== '' && meaning.kind === 'ambiguous' ? (
            <Body role="status">
              {meaning.hits.length > 1
                ? t('meansMoreThanOneTreeWhich', { typed: typed.trim() })
                : t('noExactMatchForDidYou', { typed: typed.trim() })}
            </Body>
          ) : null}
        </View>
      }
      ListEmptyComponent={<Body role="status">{t('noMatchTryFewerLettersOr')}</Body>}
      renderItem={({ item }) => <RowView row={item} onOpen={open} />}
    />
  );
}

const RowView = memo(function RowView({ row, onOpen }: { row: Row; onOpen: (row: Row) => void }) {
  return (
    <Pressable
      role="link"
      onPress={() => onOpen(row)}
      className="mb-2 min-h-[64px] flex-1 flex-row items-center gap-3 rounded-md border border-rule bg-sheet px-3 py-2 active:opacity-60"
    >
      {row.kind === 'taxon' ? <Drawing figure={plateLeaf(row.taxon)} width={46} height={46} /> : null}
      <View className="min-w-0 flex-1">
        {row.kind === 'taxon' || row.kind === 'genus' ? (
          <>
            <Latin className="text-[18px] leading-[22px]">{row.kind === 'taxon' ? row.taxon.name : row.name}</Latin>
            <Small numberOfLines={2}>{row.note}</Small>
          </>
        ) : row.kind === 'sign' ? (
          <>
            <Strong>{row.sign.label}</Strong>
            <Small numberOfLines={2}>{row.sign.hint}</Small>
          </>
        ) : (
          <>
            <Strong>{row.agent.name}</Strong>
            <Small numberOfLines={2}>{row.agent.hosts.length > 0 ? t('on', { hosts: row.agent.hosts.join(', ') }) : t('onAnyTree')}</Small>
          </>
        )}
      </View>
    </Pressable>
  );
});
