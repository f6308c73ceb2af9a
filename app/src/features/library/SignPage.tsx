import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { SCALE_WORDS, capital, monthWords, zoneWords, optionWords } from '@dendrix/core/words';
import { referenceCard } from '@dendrix/core/figures';
import { slugOf, type Sign } from '@dendrix/core/knowledge';
import { localMonth } from '@dendrix/core/time';
import { useDistrict } from '@/features/shell/useDistrict';
import { library } from '@/features/shell/library';
import { Body, Heading, Latin, Small, Strong } from '@/ui/text';
import { Button } from '@/ui/button';
import { Card, Page, Remark } from '@/ui/surface';
import { Drawing } from '@/ui/drawing';
import { LinkRow } from './TaxonPage';
import { t } from '@/words/library';

const FOUND_SAYS: Record<Sign['found'], string> = {
  look: t('seenFromTheGround'),
  close: t('lookedForFromNearWithA'),
  sound: t('foundWithAMallet'),
  probe: t('foundWithAProbe'),
  dig: t('foundByScrapingTheSoilAway'),
};
const BACKGROUND_SAYS: Record<Sign['background'], string> = {
  common: t('commonOnManyTreesWithoutA'),
  occasional: t('metNowAndThenWithNothing'),
  rare: t('rarelySeenWithoutACause'),
  never: t('directEvidenceOfTheCause'),
};
const SHOWN_CARDS = [5, 10, 20, 30, 45, 60, 80];
const fieldWords = (field: string, spec: { label?: string | undefined; unit?: string | undefined; words?: string[] | undefined }) =>
  `${spec.label ?? field}${spec.words ? ` (${spec.words.map((word) => word.replaceAll('-', ' ')).join(', ')})` : spec.unit ? `, ${spec.unit}` : ''}`;

/** What a sign means, where it is normal, what looks like it, what to check. */
export function SignPage({ id }: { id: string }) {
  const router = useRouter();
  const sign = library.signs.find((s) => s.id === id);
  if (!sign) return <Missing what={t('sign')} />;
  const normalOn = library.taxa.flatMap((taxon) =>
    [...taxon.habit, ...taxon.normal].filter((finding) => finding.sign === id).map((finding) => ({ taxon: taxon.name, why: finding.why })),
  );
  const card = Object.values(sign.fields).find((field) => field.card)?.card;
  const showing = library.agents.filter((agent) => agent.signs.some((entry) => entry.sign === id));
  return (
    <Page title={sign.label}>
      <Small>{sign.hint}</Small>
      {sign.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      <Card>
        <Heading>{t('whatItMeans')}</Heading>
        <Body>{sign.means}</Body>
        {sign.lookAlikes.length > 0 ? <Body>{t('looksSimilar', { lookAlikes: sign.lookAlikes.join(', ') })}</Body> : null}
        <Small>
          {t('recordedAt', {
            zones: sign.zones.map(zoneWords).join(', '),
            found: FOUND_SAYS[sign.found],
            background: BACKGROUND_SAYS[sign.background],
          })}
        </Small>
        {Object.entries(sign.fields).length > 0 ? (
          <Small>
            {t('oftenSeenWith', {
              entries: Object.entries(sign.fields)
                .map(([field, spec]) => fieldWords(field, spec))
                .join('; '),
            })}
          </Small>
        ) : null}
      </Card>
      <Card>
        <Heading>{t('effectOnTheAssessment')}</Heading>
        {sign.rules.map((rule) => (
          <Body key={`${rule.scale}/${rule.because}`}>
            <Strong>{t('atLeast', { scale: capital(SCALE_WORDS[rule.scale]), atLeast: rule.atLeast })} </Strong>
            {rule.because}
          </Body>
        ))}
        {sign.rules.length === 0 ? <Small>{t('onItsOwnItDoesNot')}</Small> : null}
      </Card>
      {card ? (
        <Card>
          <Heading>{t('estimatedAgainstTheseCards')}</Heading>
          <View className="flex-row flex-wrap gap-2">
            {SHOWN_CARDS.map((percent) => (
              <View key={percent} className="w-[88px] items-center rounded-md border border-rule bg-sheet p-1">
                <Drawing figure={referenceCard(card, percent)} width={80} height={80} label={t('percent', { percent })} />
                <Strong className="text-[14px]">{percent}%</Strong>
              </View>
            ))}
          </View>
          <Small>{t('eachIsDrawnToItsTrue')}</Small>
        </Card>
      ) : null}
      {sign.calls.length > 0 ? (
        <Card>
          <Heading>{t('action')}</Heading>
          {sign.calls.map((call) => (
            <Body key={call.because}>
              <Strong>{capital(optionWords(call.do))}: </Strong>
              {call.because}
            </Body>
          ))}
        </Card>
      ) : null}
      {sign.checkNext.length > 0 ? (
        <Card>
          <Heading>{t('checkNext')}</Heading>
          {sign.checkNext.map((check) => (
            <Body key={check}>{check}</Body>
          ))}
        </Card>
      ) : null}
      {sign.normal.length + normalOn.length > 0 ? (
        <Card>
          <Heading>{t('whenItIsNormal')}</Heading>
          {sign.normal.map((normal) => (
            <Body key={normal.why}>{normal.why}</Body>
          ))}
          {normalOn.map(({ taxon, why }) => (
            <LinkRow key={`${taxon}/${why}`} label={taxon} onPress={() => router.push(`/library/taxon/${slugOf(taxon)}`)}>
              <Latin className="text-[17px] underline">{taxon}</Latin>
              <Small className="text-ink">{why}</Small>
            </LinkRow>
          ))}
        </Card>
      ) : null}
      {showing.length > 0 ? (
        <Card>
          <Heading>{t('possibleCauses')}</Heading>
          {showing.map((agent) => (
            <LinkRow key={agent.id} label={agent.name} onPress={() => router.push(`/library/agent/${agent.id}`)} />
          ))}
        </Card>
      ) : null}
      <Small>{t('source', { source: sign.source })}</Small>
    </Page>
  );
}

/** A disease, pest or injury: on what, shown how, told apart how, its course, what is done. */
export function AgentPage({ id }: { id: string }) {
  const router = useRouter();
  const district = useDistrict();
  const agent = library.agents.find((a) => a.id === id);
  if (!agent) return <Missing what={t('agent')} />;
  const here = district.agents[agent.id];
  return (
    <Page title={agent.name}>
      <Small>
        {[
          agent.scientific,
          agent.kind,
          here ? (here === 'absent' ? t('notKnownHereSoFar') : t('here', { here })) : t('onItsHosts', { prior: agent.prior }),
        ]
          .filter(Boolean)
          .join(' · ')}
      </Small>
      {agent.reportable ? (
        <Remark mood="caution" title={t('reporting')}>
          {agent.reportable}
        </Remark>
      ) : null}
      {agent.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      <Card>
        <Heading>{t('showsAs')}</Heading>
        {agent.signs.map((entry) => {
          const sign = library.signs.find((s) => s.id === entry.sign);
          return (
            <LinkRow key={entry.sign} label={sign?.label ?? entry.sign} onPress={() => router.push(`/library/sign/${entry.sign}`)}>
              <Body>
                <Body className="underline">{sign?.label ?? entry.sign}</Body>
                {entry.kinds ? ` (${entry.kinds.join(', ')})` : ''}, {entry.howOften}
              </Body>
            </LinkRow>
          );
        })}
        <Small>
          {agent.months
            ? agent.hosts.length > 0
              ? t('freshInOn', {
                  month: monthWords(agent.months.map((m) => localMonth(m, district.latitude))),
                  hosts: agent.hosts.join(', '),
                })
              : t('freshInOnAnyTree', { month: monthWords(agent.months.map((m) => localMonth(m, district.latitude))) })
            : agent.hosts.length > 0
              ? t('signsAreFreshAllYearOn', { hosts: agent.hosts.join(', ') })
              : t('signsAreFreshAllYearOn2')}
        </Small>
      </Card>
      <Card>
        <Heading>{t('howToBeCertain')}</Heading>
        <Body>{agent.toldApart}</Body>
        {agent.laboratory ? <Body>{t('inTheLaboratory', { laboratory: agent.laboratory })}</Body> : null}
        <Strong>{t('looksLikeIt')}</Strong>
        {agent.lookAlikes.map((word) => {
          const other = library.agents.find((a) => a.id === word);
          return other ? (
            <LinkRow key={word} label={other.name} onPress={() => router.push(`/library/agent/${other.id}`)} />
          ) : (
            <Body key={word}>{capital(word)}</Body>
          );
        })}
      </Card>
      <Card>
        <Heading>{t('course')}</Heading>
        <Body>{agent.course}</Body>
        <Heading>{t('management')}</Heading>
        <Body>{agent.done}</Body>
        <Small>{t('lookAgainWithinMonthsPesticide', { lookAgainMonths: agent.lookAgainMonths })}</Small>
      </Card>
      <Small>{t('source', { source: agent.source })}</Small>
    </Page>
  );
}

function Missing({ what }: { what: string }) {
  const router = useRouter();
  return (
    <Page title={t('notInTheLibrary')}>
      <View className="items-start gap-3">
        <Body>{t('noHasThisName', { what })}</Body>
        <Button onPress={() => router.navigate('/library')}>{t('openLibrary')}</Button>
      </View>
    </Page>
  );
}
