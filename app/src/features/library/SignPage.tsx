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

const FOUND_SAYS: Record<Sign['found'], string> = {
  look: 'Seen from the ground.',
  close: 'Looked for from near, with a lens.',
  sound: 'Found with a mallet.',
  probe: 'Found with a probe.',
  dig: 'Found by scraping the soil away.',
};
const BACKGROUND_SAYS: Record<Sign['background'], string> = {
  common: 'Common on many trees without a specific cause.',
  occasional: 'Met now and then with nothing in particular behind it.',
  rare: 'Rarely seen without a cause.',
  never: 'Direct evidence of the cause.',
};
const SHOWN_CARDS = [5, 10, 20, 30, 45, 60, 80];
const fieldWords = (field: string, spec: { label?: string | undefined; unit?: string | undefined; words?: string[] | undefined }) =>
  `${spec.label ?? field}${spec.words ? ` (${spec.words.map((word) => word.replaceAll('-', ' ')).join(', ')})` : spec.unit ? `, ${spec.unit}` : ''}`;

/** What a sign means, where it is normal, what looks like it, what to check. */
export function SignPage({ id }: { id: string }) {
  const router = useRouter();
  const sign = library.signs.find((s) => s.id === id);
  if (!sign) return <Missing what="sign" />;
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
        <Heading>What it means</Heading>
        <Body>{sign.means}</Body>
        {sign.lookAlikes.length > 0 ? <Body>Looks similar: {sign.lookAlikes.join(', ')}.</Body> : null}
        <Small>
          Recorded at: {sign.zones.map(zoneWords).join(', ')}. {FOUND_SAYS[sign.found]} {BACKGROUND_SAYS[sign.background]}
        </Small>
        {Object.entries(sign.fields).length > 0 ? (
          <Small>
            Often seen with:{' '}
            {Object.entries(sign.fields)
              .map(([field, spec]) => fieldWords(field, spec))
              .join('; ')}
            .
          </Small>
        ) : null}
      </Card>
      <Card>
        <Heading>Effect on the assessment</Heading>
        {sign.rules.map((rule) => (
          <Body key={`${rule.scale}/${rule.because}`}>
            <Strong>
              {capital(SCALE_WORDS[rule.scale])}, at least {rule.atLeast}:{' '}
            </Strong>
            {rule.because}
          </Body>
        ))}
        {sign.rules.length === 0 ? <Small>On its own it does not change the assessment.</Small> : null}
      </Card>
      {card ? (
        <Card>
          <Heading>Estimated against these cards</Heading>
          <View className="flex-row flex-wrap gap-2">
            {SHOWN_CARDS.map((percent) => (
              <View key={percent} className="w-[88px] items-center rounded-md border border-rule bg-sheet p-1">
                <Drawing figure={referenceCard(card, percent)} width={80} height={80} label={`${percent} percent`} />
                <Strong className="text-[14px]">{percent}%</Strong>
              </View>
            ))}
          </View>
          <Small>Each is drawn to its true share, in steps of five in a visit.</Small>
        </Card>
      ) : null}
      {sign.calls.length > 0 ? (
        <Card>
          <Heading>Action</Heading>
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
          <Heading>Check next</Heading>
          {sign.checkNext.map((check) => (
            <Body key={check}>{check}</Body>
          ))}
        </Card>
      ) : null}
      {sign.normal.length + normalOn.length > 0 ? (
        <Card>
          <Heading>When it is normal</Heading>
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
          <Heading>Possible causes</Heading>
          {showing.map((agent) => (
            <LinkRow key={agent.id} label={agent.name} onPress={() => router.push(`/library/agent/${agent.id}`)} />
          ))}
        </Card>
      ) : null}
      <Small>Source: {sign.source}.</Small>
    </Page>
  );
}

/** A disease, pest or injury: on what, shown how, told apart how, its course, what is done. */
export function AgentPage({ id }: { id: string }) {
  const router = useRouter();
  const district = useDistrict();
  const agent = library.agents.find((a) => a.id === id);
  if (!agent) return <Missing what="agent" />;
  const here = district.agents[agent.id];
  return (
    <Page title={agent.name}>
      <Small>
        {agent.scientific ? `${agent.scientific} · ` : ''}
        {agent.kind} · {here ? (here === 'absent' ? 'not known here so far' : `${here} here`) : `${agent.prior} on its hosts`}
      </Small>
      {agent.reportable ? (
        <Remark mood="caution" title="Reporting">
          {agent.reportable}
        </Remark>
      ) : null}
      {agent.cautions.map((caution) => (
        <Remark key={caution} mood="caution">
          {caution}
        </Remark>
      ))}
      <Card>
        <Heading>Shows as</Heading>
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
            ? `Fresh in ${monthWords(agent.months.map((m) => localMonth(m, district.latitude)))}.`
            : 'Signs are fresh all year.'}{' '}
          On {agent.hosts.length > 0 ? agent.hosts.join(', ') : 'any tree'}.
        </Small>
      </Card>
      <Card>
        <Heading>How to be certain</Heading>
        <Body>{agent.toldApart}</Body>
        {agent.laboratory ? <Body>In the laboratory: {agent.laboratory}</Body> : null}
        <Strong>Looks like it</Strong>
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
        <Heading>Course</Heading>
        <Body>{agent.course}</Body>
        <Heading>Management</Heading>
        <Body>{agent.done}</Body>
        <Small>
          Look again within {agent.lookAgainMonths} months. Pesticide, pruning and felling must follow local rules and licensing.
        </Small>
      </Card>
      <Small>Source: {agent.source}.</Small>
    </Page>
  );
}

function Missing({ what }: { what: string }) {
  const router = useRouter();
  return (
    <Page title="Not in the library">
      <View className="items-start gap-3">
        <Body>No {what} has this name.</Body>
        <Button onPress={() => router.navigate('/library')}>Open library</Button>
      </View>
    </Page>
  );
}
