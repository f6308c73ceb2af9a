import { useRouter } from 'expo-router';
import { View } from 'react-native';
import { useSettings } from '@/features/shell/settings';
import { ROOT_STANDARD_WORDS, capital, PROFILE_WORDS } from '@dendrix/core/words';

import { mayAct } from '@dendrix/core/contracts/roles';
import { PROFILES } from '@dendrix/core/record';
import { ROOT_STANDARDS } from '@dendrix/core/record';
import { library } from '@/features/shell/library';
import { useOrganisation, usePick } from '@/features/shell/useOrganisation';
import { useSession, useSignOut } from '@/features/shell/useSession';
import { useQuery } from '@tanstack/react-query';
import { NoSignal } from '@/data/api';
import { myNotices } from '@/data/keys';
import { useOutbox } from '@/offline/OutboxProvider';
import { HeldAreas } from './HeldAreas';
import { WaitingList } from './Waiting';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Card, Page, Remark } from '@/ui/surface';
import { useTheme } from '@/ui/theme';
import type { ThemeChoice } from '@/ui/theme';

/** Who is signed in, what waits, how things are shown, and the lists in and out. */
export function More() {
  const router = useRouter();
  const { account } = useSession();
  const mayRun = account !== null && mayAct(account.role, 'coordinator');
  const signOut = useSignOut();
  const { parcels } = useOutbox();
  const { settings, change } = useSettings();
  const { choice, choose } = useTheme();
  return (
    <Page title="More">
      <Card>
        <Heading>Library</Heading>
        <Body>{`${library.taxa.length} trees with their plates, what is normal on them and what they are taken for; signs and agents.`}</Body>
        <View className="flex-row gap-2">
          <Button kind="next" className="flex-1" onPress={() => router.push('/library')}>
            Open the library
          </Button>
          <Button className="flex-1" onPress={() => router.push('/library/tell-apart')}>
            Tell apart
          </Button>
        </View>
      </Card>
      <Card>
        <Heading>{account?.name ?? ''}</Heading>
        <Small>
          Signed in as {account?.role}.{' '}
          {parcels.length > 0 ? 'What waits stays on this device when you sign out, and goes out when you sign in here again.' : ''}
        </Small>
        {signOut.error ? (
          <Remark mood="caution">
            {signOut.error instanceof NoSignal
              ? 'Signing out needs a connection. Offline, the session would stay open on the server.'
              : signOut.error.message}
          </Remark>
        ) : null}
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => signOut.mutate({ everywhere: false })} disabled={signOut.isPending}>
            Sign out
          </Button>
          <Button onPress={() => signOut.mutate({ everywhere: true })} disabled={signOut.isPending}>
            Sign out everywhere
          </Button>
        </View>
      </Card>
      <ForYou />
      <Card>
        <Heading>Access and the town</Heading>
        <Body>Your second factor, password and devices{mayRun ? '; the districts, lists and map of the town' : ''}.</Body>
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => router.push('/access')}>Your access</Button>
          {mayRun ? <Button onPress={() => router.push('/set-up')}>Setting up</Button> : null}
          {account?.role === 'administrator' ? <Button onPress={() => router.push('/people')}>People</Button> : null}
        </View>
      </Card>
      <Card>
        <Heading>The work together</Heading>
        <Body>Rounds of a day for one crew or several, and how far people read the same alike.</Body>
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => router.push('/round')}>Rounds</Button>
          {account && mayAct(account.role, 'reviewer') ? <Button onPress={() => router.push('/agreement')}>Agreement</Button> : null}
        </View>
      </Card>
      <Card>
        <Heading>Lists in and out</Heading>
        <Body>Import a municipal tree list, or export all trees as CSV or GeoJSON.</Body>
        <Button onPress={() => router.push('/exchange')}>Exchange</Button>
      </Card>
      <WaitingList />
      <HeldAreas />
      <Card className="gap-4">
        <Heading>On this device</Heading>
        <Choice<ThemeChoice>
          label="Light"
          options={[
            { value: 'as the device', words: 'As the device' },
            { value: 'day', words: 'Day' },
            { value: 'dusk', words: 'Dusk' },
          ]}
          value={choice}
          onChange={choose}
        />
        <Choice
          label="Units"
          options={[
            { value: 'metric', words: 'Metres, centimetres' },
            { value: 'feet', words: 'Feet, inches' },
          ]}
          value={settings.units}
          onChange={(units) => change({ units })}
        />
        <Choice
          label="Stems are read as"
          options={[
            { value: 'girth', words: 'Girth' },
            { value: 'diameter', words: 'Diameter' },
          ]}
          value={settings.stem}
          onChange={(stem) => change({ stem })}
        />
      </Card>
      <ConfirmationRule mayPick={mayRun} />
      <SecondLookShare mayPick={mayRun} />
      <Practice mayPick={mayRun} />
      <Card>
        <Heading>Limits of this record</Heading>
        <Body>
          Do not eat anything because of a name given here. This is a visual assessment from the ground. If people or property are below, a
          qualified assessor must confirm it. Felling, pruning and pesticide work must follow local rules, permits, protected-species law
          and licensing.
        </Body>
      </Card>
      <Small>
        Library <Strong className="text-[14px]">{library.version}</Strong>: {library.taxa.length} taxa, {library.signs.length} signs,{' '}
        {library.agents.length} agents.
      </Small>
    </Page>
  );
}

const RULE_WORDS = { 'three-lines': 'Three lines, none against', 'decisive-mark': 'One decisive mark' } as const;
const RULE_MEANS = {
  'three-lines': 'Three lines of evidence each speak for the name, none against it, and every look-alike is ten times less likely.',
  'decisive-mark': 'One mark seen for sure that no other tree on the district’s list shows, and nothing against the name.',
} as const;

/** What confirms a name is the organisation's to pick; visits keep the rule they were made under. */
function ConfirmationRule({ mayPick }: { mayPick: boolean }) {
  const organisation = useOrganisation();
  const { confirmationRule } = organisation;
  const pick = usePick();
  return (
    <Card>
      <Heading>What confirms a name</Heading>
      {mayPick ? (
        <Choice
          label="What confirms a name"
          shown={false}
          options={(Object.keys(RULE_WORDS) as (keyof typeof RULE_WORDS)[]).map((value) => ({ value, words: RULE_WORDS[value] }))}
          value={confirmationRule}
          onChange={(rule) => pick.mutate({ ...organisation, confirmationRule: rule })}
        />
      ) : (
        <Strong>{RULE_WORDS[confirmationRule]}</Strong>
      )}
      <Body>{RULE_MEANS[confirmationRule]}</Body>
      {pick.error ? (
        <Remark mood="caution" title="Not picked">
          {pick.error.message}
        </Remark>
      ) : (
        <Small>{mayPick ? 'For everybody here. Visits keep the rule they were made under.' : 'Picked by the coordinator.'}</Small>
      )}
    </Card>
  );
}

/** What somebody said to this person, and what of it they have not seen. */
function ForYou() {
  const router = useRouter();
  const { data } = useQuery(myNotices);
  const unseen = data?.unseen ?? 0;
  return (
    <Card>
      <Heading>For you</Heading>
      <Body>{unseen > 0 ? `${unseen} new: words to you, answers, or a visit of yours in question.` : 'Nothing new.'}</Body>
      <Button kind={unseen > 0 ? 'next' : 'plain'} onPress={() => router.push('/notices')}>
        Open
      </Button>
    </Card>
  );
}

const SHARES = ['0', '10', '25', '50', '100'] as const;

/** Of how many visits a reviewer answers before the visit's answer is shown: the organisation's to pick. */
function SecondLookShare({ mayPick }: { mayPick: boolean }) {
  const organisation = useOrganisation();
  const pick = usePick();
  const share = String(organisation.secondLookShare);
  const words = (value: string) => (value === '0' ? 'Never' : value === '100' ? 'Always' : `${value} of 100`);
  return (
    <Card>
      <Heading>Own assessment first in review</Heading>
      {mayPick ? (
        <Choice
          label="Own assessment first"
          shown={false}
          options={[...new Set([...SHARES, share])].map((value) => ({ value, words: words(value) }))}
          value={share}
          onChange={(value) => pick.mutate({ ...organisation, secondLookShare: Number(value) })}
        />
      ) : (
        <Strong>{words(share)}</Strong>
      )}
      <Body>
        The reviewer identifies and assesses before the visit’s answer is shown: drawn at random, and always where there is doubt or danger.
      </Body>
      {pick.error ? <Remark mood="caution">{pick.error.message}</Remark> : null}
    </Card>
  );
}

const PROFILE_MEANS = {
  amenity: 'Options that keep people safe and trees fit for the street come first.',
  stewardship: 'Options that serve the stand come first: seed sources, better neighbours, successors.',
  habitat: 'Options that keep old trees and deadwood come first, wherever there is no target below.',
} as const;

/** How options are ranked and by which standard the root zone is drawn: the organisation's to pick. */
function Practice({ mayPick }: { mayPick: boolean }) {
  const organisation = useOrganisation();
  const pick = usePick();
  const { profile, rootStandard, practicePlace } = organisation;
  return (
    <Card className="gap-3">
      <Heading>How options are ranked</Heading>
      {mayPick ? (
        <Choice
          label="Practice profile"
          shown={false}
          options={PROFILES.map((value) => ({ value, words: PROFILE_WORDS[value] }))}
          value={profile}
          onChange={(value) => pick.mutate({ ...organisation, profile: value })}
        />
      ) : (
        <Strong>{PROFILE_WORDS[profile]}</Strong>
      )}
      <Body>{PROFILE_MEANS[profile]} A visit can rank them otherwise.</Body>
      <Heading>Root zone</Heading>
      {mayPick ? (
        <Choice
          label="Standard of the root zone"
          shown={false}
          options={ROOT_STANDARDS.map((value) => ({ value, words: STANDARD_WORDS[value] }))}
          value={rootStandard}
          onChange={(value) => pick.mutate({ ...organisation, rootStandard: value })}
        />
      ) : (
        <Strong>{STANDARD_WORDS[rootStandard]}</Strong>
      )}
      <Body>{capital(ROOT_STANDARD_WORDS[rootStandard])}.</Body>
      <Heading>Practice</Heading>
      {mayPick ? (
        <Choice
          label="Simulated devices"
          shown={false}
          options={[
            { value: 'no', words: 'A place of record' },
            { value: 'yes', words: 'A place for practice' },
          ]}
          value={practicePlace ? 'yes' : 'no'}
          onChange={(value) => pick.mutate({ ...organisation, practicePlace: value === 'yes' })}
        />
      ) : (
        <Strong>{practicePlace ? 'A place for practice' : 'A place of record'}</Strong>
      )}
      <Body>
        {practicePlace
          ? 'Simulated devices are offered here. Their readings are saved, marked, and never count in an assessment.'
          : 'Simulated devices are not offered, and what they read is refused.'}
      </Body>
      {pick.error ? <Remark mood="caution">{pick.error.message}</Remark> : null}
    </Card>
  );
}

const STANDARD_WORDS = { bs5837: 'BS 5837', as4970: 'AS 4970', 'feet-per-inch': 'A foot an inch' } as const;
