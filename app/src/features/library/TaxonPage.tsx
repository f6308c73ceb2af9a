import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useMemo, type ReactNode } from 'react';
import { Pressable, View } from 'react-native';
import { plateLeaf } from '@dendrix/core/figures';
import { countsIn } from '@dendrix/core/naming';
import { isListed, LINES, lookAlikesOf, proneTo, slugOf, type Line, type Taxon } from '@dendrix/core/knowledge';
import { useDistrict } from '@/features/shell/useDistrict';
import { library, taxonNamed } from '@/features/shell/library';
import { todayIso } from '@/features/shell/today';
import { capital, cautionsOf, wordsIn } from '@dendrix/core/words';
import { kindIn } from '@dendrix/core/town';
import { useStock } from '@/features/record/useStock';
import { kindInTown } from '@/data/keys';
import { Body, Heading, Latin, Small, Strong, Title } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Page, Remark } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { useWide } from '@/ui/wide';
import { Plate } from './Plate';
import { listWords, recordWords, traitNamed } from './words';
import { YearStrip } from './YearStrip';
import { t } from '@/words/library';

const LINE_TITLES: Record<Line, string> = {
  form: t('form'),
  bark: t('bark'),
  twig: t('twigAndBud'),
  leaf: t('leaf'),
  'flower-fruit': t('flowerAndFruit'),
  site: t('site'),
};
const LONGEVITY = { short: 'short-lived', medium: t('livesSeveralHumanGenerations'), long: t('livesForCenturies') } as const;
const signLabel = new Map(library.signs.map((sign) => [sign.id, sign.label]));

/** Finds a taxon by the name in the address. */
export const taxonOfSlug = (slug: string): Taxon | undefined => library.taxa.find((taxon) => slugOf(taxon.name) === slug);

/** Everything the library holds of one taxon. */
export function TaxonPage({ slug }: { slug: string }) {
  const router = useRouter();
  const wide = useWide();
  const { latitude } = useDistrict();
  const taxon = taxonOfSlug(slug);
  if (!taxon) {
    return (
      <Page title={t('notInTheLibrary')}>
        <Body>{t('noSpeciesHasThisName')}</Body>
        <Button onPress={() => router.navigate('/library')}>{t('openLibrary')}</Button>
      </Page>
    );
  }
  const month = Number(todayIso().slice(5, 7));
  const main = (
    <>
      <Header taxon={taxon} />
      <Card>
        <Plate taxon={taxon} width={wide ? 150 : 142} latitude={latitude} />
        <Small>{t('drawnFromTheRecordWhatIt')}</Small>
      </Card>
      <Card>
        <Heading>{t('theYear')}</Heading>
        <YearStrip taxon={taxon} month={month} latitude={latitude} />
      </Card>
      <Alikes taxon={taxon} />
    </>
  );
  const side = (
    <>
      {cautionsOf(taxon).map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      <Normal taxon={taxon} />
      {LINES.map((line) => (
        <Traits key={line} taxon={taxon} line={line} />
      ))}
      <InTown taxon={taxon} />
      <Small>
        {taxon.readAgain
          ? t('sourceOfThisRecordReadBy', { name: taxon.name, author: taxon.author, source: taxon.source, readAgain: taxon.readAgain })
          : t('sourceOfThisRecordNotYet', { name: taxon.name, author: taxon.author, source: taxon.source })}
      </Small>
    </>
  );
  return (
    <Page wide>
      {wide ? (
        <View className="flex-row items-start gap-5">
          <View className="flex-1 gap-4">{main}</View>
          <View className="w-[440px] gap-4">{side}</View>
        </View>
      ) : (
        <>
          {main}
          {side}
        </>
      )}
    </Page>
  );
}

/** What stands in brackets behind a name: where it is used, and a word on it. */
const bracketed = (words: readonly string[]): string => {
  const said = words.filter((word) => word !== '').join('; ');
  return said === '' ? '' : ` (${said})`;
};

function Header({ taxon }: { taxon: Taxon }) {
  const district = useDistrict();
  const stock = useStock(district);
  const lists = listWords(district, taxon);
  const { naming: say } = wordsIn();
  const recorded = say.inRecord(kindIn(stock, taxon.name));
  const forms = say.townForms(taxon.forms);
  const unwelcome = isListed([...district.lists.invasive, ...district.lists.watched], taxon.name);
  return (
    <View className="gap-1">
      <Title className="font-latin text-[30px] leading-[34px]">{taxon.name}</Title>
      <Small>
        {[
          taxon.author,
          taxon.formerFamily ? t('familyInOlderBooks', { family: taxon.family, formerFamily: taxon.formerFamily }) : taxon.family,
          taxon.rank === 'species' ? '' : taxon.rank === 'hybrid' ? t('hybrid') : t('groupOfCultivars'),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Small>
      <Body>
        {taxon.commonNames.map(({ name, where, note }, i) => (
          <Body key={`${name}/${where}`}>
            {i > 0 ? '; ' : ''}
            <Strong>{name}</Strong>
            {bracketed([where === 'everywhere' ? '' : where, note ?? ''])}
          </Body>
        ))}
      </Body>
      {taxon.synonyms.length > 0 ? <Small>{t('alsoWritten', { synonyms: taxon.synonyms.join(', ') })}</Small> : null}
      <Small>
        {taxon.evergreen
          ? t('originEvergreenStemSeldomOverCm', {
              origin: taxon.origin,
              longevity: LONGEVITY[taxon.longevity],
              maxDbh: Math.round(taxon.maxDbh * 100),
            })
          : t('originLeaflessForPartOfThe', {
              origin: taxon.origin,
              longevity: LONGEVITY[taxon.longevity],
              maxDbh: Math.round(taxon.maxDbh * 100),
            })}
      </Small>
      <Small>
        {say.whereItGrows(taxon.where)} {say.countsBefore(district.name, countsIn(library.taxa, taxon, district, stock))}
      </Small>
      {recorded === '' ? null : <Small>{recorded}.</Small>}
      {lists.length > 0 ? (
        <Remark mood={unwelcome ? 'caution' : 'settled'} title={t('in', { name: district.name })}>
          {`${capital(lists.join('; '))}.`}
        </Remark>
      ) : null}
      {forms === '' ? null : <Small>{forms}</Small>}
      <Small className="text-ink">{taxon.behaviour}</Small>
    </View>
  );
}

function Alikes({ taxon }: { taxon: Taxon }) {
  const router = useRouter();
  const alikes = useMemo(() => lookAlikesOf(library, taxon), [taxon]);
  if (alikes.length + taxon.notHeld.length === 0) return null;
  return (
    <Card className="gap-3">
      <Heading>{t('similarSpecies')}</Heading>
      {alikes.map((alike) => {
        const other = taxonNamed(alike.taxon);
        return (
          <View key={alike.taxon} className="flex-row gap-3">
            {other ? <Drawing figure={plateLeaf(other)} width={52} height={52} /> : null}
            <View className="min-w-0 flex-1 gap-1">
              <Pressable
                role="link"
                aria-label={alike.taxon}
                onPress={() => router.push(`/library/taxon/${slugOf(alike.taxon)}`)}
                className="min-h-[32px] justify-center active:opacity-60"
              >
                <Latin className="text-[18px] leading-[22px] underline">{alike.taxon}</Latin>
              </Pressable>
              {alike.marks.map((mark) => (
                <Small key={`${mark.toldBy}/${mark.words}`} className="text-ink">
                  <Strong className="text-[14px]">{traitNamed(mark.by)?.label}: </Strong>
                  {mark.toldBy === taxon.name ? mark.words : t('seenFrom', { toldBy: mark.toldBy, words: mark.words })}
                </Small>
              ))}
              <Button
                className="self-start"
                label={t('tellAndApart', { name: taxon.name, taxon: alike.taxon })}
                onPress={() => router.push(`/library/tell-apart?taxa=${slugOf(taxon.name)},${slugOf(alike.taxon)}`)}
              >
                {t('compareTheTwo')}
              </Button>
            </View>
          </View>
        );
      })}
      {taxon.notHeld.map((alike) => (
        <View key={alike.taxon} className="gap-1">
          <Latin className="text-[18px] leading-[22px]">{alike.taxon}</Latin>
          <Small>{t('notInTheLibraryTheName')}</Small>
          {alike.marks.map((mark) => (
            <Small key={mark.words} className="text-ink">
              <Strong className="text-[14px]">{traitNamed(mark.by)?.label}: </Strong>
              {mark.words}
            </Small>
          ))}
        </View>
      ))}
    </Card>
  );
}

function Normal({ taxon }: { taxon: Taxon }) {
  const router = useRouter();
  const usual = [...taxon.habit, ...taxon.normal];
  const prone = proneTo(library, taxon);
  if (usual.length + prone.length === 0) return null;
  return (
    <Card>
      {usual.length > 0 ? <Heading>{t('normalForThisSpecies')}</Heading> : null}
      {usual.map((finding) => (
        <Body key={`${finding.sign}/${finding.why}`}>
          <Strong>{signLabel.get(finding.sign) ?? finding.sign}: </Strong>
          {finding.why}
        </Body>
      ))}
      {prone.length > 0 ? <Heading>{t('commonProblems')}</Heading> : null}
      {prone.map(({ id, name }) => (
        <LinkRow key={id} label={name} onPress={() => router.push(`/library/agent/${id}`)} />
      ))}
    </Card>
  );
}

/** A line of text that leads somewhere. */
export const LinkRow = ({ label, onPress, children }: { label: string; onPress: () => void; children?: ReactNode }) => (
  <Pressable role="link" aria-label={label} onPress={onPress} className="min-h-[48px] justify-center active:opacity-60">
    {children ?? <Body className="underline">{label}</Body>}
  </Pressable>
);

function Traits({ taxon, line }: { taxon: Taxon; line: Line }) {
  const held = Object.entries(taxon.traits).flatMap(([id, record]) => {
    const trait = traitNamed(id);
    return trait?.line === line ? [{ trait, record }] : [];
  });
  return (
    <Card>
      <Heading>{LINE_TITLES[line]}</Heading>
      {held.map(({ trait, record }) => (
        <View key={trait.id} className="flex-row gap-3 border-t border-rule pt-1">
          <Small className="w-[128px]">{trait.label}</Small>
          <View className="min-w-0 flex-1">
            {recordWords(trait, record).map(({ stage, words }) => (
              <Body key={stage ?? 'all'} className="text-[15px] leading-[20px]">
                {stage ? <Strong className="text-[15px]">{stage}: </Strong> : null}
                {words || t('notRecorded')}
              </Body>
            ))}
          </View>
        </View>
      ))}
      {held.length === 0 ? <Small>{t('noData')}</Small> : null}
    </Card>
  );
}

function InTown({ taxon }: { taxon: Taxon }) {
  const router = useRouter();
  const district = useDistrict();
  const { data: here, error } = useQuery(kindInTown(taxon.name));
  return (
    <Card>
      <Heading>{t('whereItGrowsIn', { name: district.name })}</Heading>
      {here === undefined ? (
        <Small>{error ? t('whereItGrowsIsNotOn') : t('counting')}</Small>
      ) : here.trees === 0 ? (
        <Small>{t('noTreeOfThisSpeciesIs')}</Small>
      ) : (
        <>
          <Body>
            {here.streets.reduce((sum, { trees }) => sum + trees, 0) < here.trees
              ? t('treesAndElsewhere', {
                  trees: here.trees,
                  streets: here.streets.map(({ street, trees }) => `${street} ${trees}`).join(', '),
                })
              : t('treesStreets', { trees: here.trees, streets: here.streets.map(({ street, trees }) => `${street} ${trees}`).join(', ') })}
          </Body>
          <View className="flex-row flex-wrap gap-2">
            {here.some.map((tree) => (
              <Button key={tree.id} label={t('open', { tag: tree.tag, place: tree.place })} onPress={() => router.push(`/tree/${tree.id}`)}>
                {tree.tag}
              </Button>
            ))}
          </View>
        </>
      )}
    </Card>
  );
}
