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
import { t } from '@/words/more';

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
    <Page title={t('more')}>
      <Card>
        <Heading>{t('library')}</Heading>
        <Body>{t('treesWithTheirPlatesWhatIs', { taxa: library.taxa.length })}</Body>
        <View className="flex-row gap-2">
          <Button kind="next" className="flex-1" onPress={() => router.push('/library')}>
            {t('openTheLibrary')}
          </Button>
          <Button className="flex-1" onPress={() => router.push('/library/tell-apart')}>
            {t('tellApart')}
          </Button>
        </View>
      </Card>
      <Card>
        <Heading>{account?.name ?? ''}</Heading>
        <Small>
          {parcels.length > 0
            ? t('signedInAsWhatWaitsStays', { role: account?.role ?? '' })
            : t('signedInAs', { role: account?.role ?? '' })}
        </Small>
        {signOut.error ? (
          <Remark mood="caution">
            {signOut.error instanceof NoSignal ? t('signingOutNeedsAConnectionOffline') : signOut.error.message}
          </Remark>
        ) : null}
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => signOut.mutate({ everywhere: false })} disabled={signOut.isPending}>
            {t('signOut')}
          </Button>
          <Button onPress={() => signOut.mutate({ everywhere: true })} disabled={signOut.isPending}>
            {t('signOutEverywhere')}
          </Button>
        </View>
      </Card>
      <ForYou />
      <Card>
        <Heading>{t('accessAndTheTown')}</Heading>
        <Body>{mayRun ? t('yourSecondFactorPasswordAndDevices') : t('yourSecondFactorPasswordAndDevices2')}</Body>
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => router.push('/access')}>{t('yourAccess')}</Button>
          {mayRun ? <Button onPress={() => router.push('/set-up')}>{t('settingUp')}</Button> : null}
          {account?.role === 'administrator' ? <Button onPress={() => router.push('/people')}>{t('people')}</Button> : null}
        </View>
      </Card>
      <Card>
        <Heading>{t('theWorkTogether')}</Heading>
        <Body>{t('roundsOfADayForOne')}</Body>
        <View className="flex-row flex-wrap gap-2">
          <Button onPress={() => router.push('/round')}>{t('rounds')}</Button>
          {account && mayAct(account.role, 'reviewer') ? <Button onPress={() => router.push('/agreement')}>{t('agreement')}</Button> : null}
        </View>
      </Card>
      <Card>
        <Heading>{t('listsInAndOut')}</Heading>
        <Body>{t('importAMunicipalTreeListOr')}</Body>
        <Button onPress={() => router.push('/exchange')}>{t('exchange')}</Button>
      </Card>
      <WaitingList />
      <HeldAreas />
      <Card className="gap-4">
        <Heading>{t('onThisDevice')}</Heading>
        <Choice<ThemeChoice>
          label={t('light')}
          options={[
            { value: 'as the device', words: t('asTheDevice') },
            { value: 'day', words: t('day') },
            { value: 'dusk', words: t('dusk') },
          ]}
          value={choice}
          onChange={choose}
        />
        <Choice
          label={t('units')}
          options={[
            { value: 'metric', words: t('metresCentimetres') },
            { value: 'feet', words: t('feetInches') },
          ]}
          value={settings.units}
          onChange={(units) => change({ units })}
        />
        <Choice
          label={t('stemsAreReadAs')}
          options={[
            { value: 'girth', words: t('girth') },
            { value: 'diameter', words: t('diameter') },
          ]}
          value={settings.stem}
          onChange={(stem) => change({ stem })}
        />
      </Card>
      <ConfirmationRule mayPick={mayRun} />
      <SecondLookShare mayPick={mayRun} />
      <Practice mayPick={mayRun} />
      <Card>
        <Heading>{t('limitsOfThisRecord')}</Heading>
        <Body>{t('doNotEatAnythingBecauseOf')}</Body>
      </Card>
      <Small>
        {t('library')} <Strong className="text-[14px]">{library.version}</Strong>
        {t('taxaSignsAgents', { taxa: library.taxa.length, signs: library.signs.length, agents: library.agents.length })}
      </Small>
    </Page>
  );
}

const RULE_WORDS = { 'three-lines': t('threeLinesNoneAgainst'), 'decisive-mark': t('oneDecisiveMark') } as const;
const RULE_MEANS = {
  'three-lines': t('threeLinesOfEvidenceEachSpeak'),
  'decisive-mark': t('oneMarkSeenForSureThat'),
} as const;

/** What confirms a name is the organisation's to pick; visits keep the rule they were made under. */
function ConfirmationRule({ mayPick }: { mayPick: boolean }) {
  const organisation = useOrganisation();
  const { confirmationRule } = organisation;
  const pick = usePick();
  return (
    <Card>
      <Heading>{t('whatConfirmsAName')}</Heading>
      {mayPick ? (
        <Choice
          label={t('whatConfirmsAName')}
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
        <Remark mood="caution" title={t('notPicked')}>
          {pick.error.message}
        </Remark>
      ) : (
        <Small>{mayPick ? t('forEverybodyHereVisitsKeepThe') : t('pickedByTheCoordinator')}</Small>
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
      <Heading>{t('forYou')}</Heading>
      <Body>{unseen > 0 ? t('newWordsToYouAnswersOr', { unseen }) : t('nothingNew')}</Body>
      <Button kind={unseen > 0 ? 'next' : 'plain'} onPress={() => router.push('/notices')}>
        {t('open')}
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
  const words = (value: string) => (value === '0' ? t('never') : value === '100' ? t('always') : t('of100', { value }));
  return (
    <Card>
      <Heading>{t('ownAssessmentFirstInReview')}</Heading>
      {mayPick ? (
        <Choice
          label={t('ownAssessmentFirst')}
          shown={false}
          options={[...new Set([...SHARES, share])].map((value) => ({ value, words: words(value) }))}
          value={share}
          onChange={(value) => pick.mutate({ ...organisation, secondLookShare: Number(value) })}
        />
      ) : (
        <Strong>{words(share)}</Strong>
      )}
      <Body>{t('theReviewerIdentifiesAndAssesses')}</Body>
      {pick.error ? <Remark mood="caution">{pick.error.message}</Remark> : null}
    </Card>
  );
}

const PROFILE_MEANS = {
  amenity: t('optionsThatKeepPeopleSafeAnd'),
  stewardship: t('optionsThatServeTheStandCome'),
  habitat: t('optionsThatKeepOldTreesAnd'),
} as const;

/** How options are ranked and by which standard the root zone is drawn: the organisation's to pick. */
function Practice({ mayPick }: { mayPick: boolean }) {
  const organisation = useOrganisation();
  const pick = usePick();
  const { profile, rootStandard, practicePlace } = organisation;
  return (
    <Card className="gap-3">
      <Heading>{t('howOptionsAreRanked')}</Heading>
      {mayPick ? (
        <Choice
          label={t('practiceProfile')}
          shown={false}
          options={PROFILES.map((value) => ({ value, words: PROFILE_WORDS[value] }))}
          value={profile}
          onChange={(value) => pick.mutate({ ...organisation, profile: value })}
        />
      ) : (
        <Strong>{PROFILE_WORDS[profile]}</Strong>
      )}
      <Body>{t('aVisitCanRankThemOtherwise', { profileMeans: PROFILE_MEANS[profile] })}</Body>
      <Heading>{t('rootZone')}</Heading>
      {mayPick ? (
        <Choice
          label={t('standardOfTheRootZone')}
          shown={false}
          options={ROOT_STANDARDS.map((value) => ({ value, words: STANDARD_WORDS[value] }))}
          value={rootStandard}
          onChange={(value) => pick.mutate({ ...organisation, rootStandard: value })}
        />
      ) : (
        <Strong>{STANDARD_WORDS[rootStandard]}</Strong>
      )}
      <Body>{capital(ROOT_STANDARD_WORDS[rootStandard])}.</Body>
      <Heading>{t('practice')}</Heading>
      {mayPick ? (
        <Choice
          label={t('simulatedDevices')}
          shown={false}
          options={[
            { value: 'no', words: t('aPlaceOfRecord') },
            { value: 'yes', words: t('aPlaceForPractice') },
          ]}
          value={practicePlace ? 'yes' : 'no'}
          onChange={(value) => pick.mutate({ ...organisation, practicePlace: value === 'yes' })}
        />
      ) : (
        <Strong>{practicePlace ? t('aPlaceForPractice') : t('aPlaceOfRecord')}</Strong>
      )}
      <Body>{practicePlace ? t('simulatedDevicesAreOfferedHere') : t('simulatedDevicesAreNotOfferedAnd')}</Body>
      {pick.error ? <Remark mood="caution">{pick.error.message}</Remark> : null}
    </Card>
  );
}

const STANDARD_WORDS = { bs5837: t('bs5837'), as4970: t('as4970'), 'feet-per-inch': t('aFootAnInch') } as const;
