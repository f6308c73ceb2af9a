import { mayAct } from '@dendrix/core/contracts/roles';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState, type ReactNode } from 'react';
import { View } from 'react-native';
import { v7 as newId } from 'uuid';
import type { DistrictSubmission } from '@dendrix/core/contracts';
import type { District } from '@dendrix/core/knowledge';
import { howFarSetUp, townDistricts } from '@/data/keys';
import { useSession } from '@/features/shell/useSession';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice } from '@/ui/button';
import { Field } from '@/ui/field';
import { Card, Page, Remark, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { BehindStep } from './BehindStep';
import { ClimateStep } from './ClimateStep';
import { ListsStep } from './ListsStep';
import { OutlineStep } from './OutlineStep';
import { useDistrictGiven, useLeaveSetUp } from './useSetUp';
import { t } from '@/words/setup';

/** The first hour of a town, and any later one: each step says how it stands, and can be done again. */
export function SetUpScreen() {
  const { account } = useSession();
  const router = useRouter();
  const wide = useWide();
  const allowed = account !== null && mayAct(account.role, 'coordinator');
  const { data: far, error } = useQuery({ ...howFarSetUp, enabled: allowed });
  const { data: districts = [] } = useQuery(townDistricts);
  const [picked, setPicked] = useState<string | null>(null);
  const leave = useLeaveSetUp();
  if (!allowed)
    return (
      <Page title={t('settingUp')}>
        <Body>{t('aCoordinatorSetsTheTownUp', { role: account?.role ?? '' })}</Body>
      </Page>
    );
  if (!far) return <Waiting what={t('howFarSettingUpIs')} problem={error?.message} />;
  // The invented districts of a demonstration are nobody's to change.
  if (far.districts === 0)
    return (
      <Page title={t('settingUp')}>
        <Body>{t('thisIsADemonstrationItsTown')}</Body>
      </Page>
    );
  const district = districts.find(({ id }) => id === picked) ?? districts[0];
  const done = [far.outlined > 0, far.climate > 0, far.listed > 0, far.backgrounds > 0, far.trees > 0, far.people > 1].filter(
    Boolean,
  ).length;
  return (
    <Page title={t('settingUp')} wide={wide}>
      <Body>{far.isDone ? t('finishSetupEverythingHereCanBe') : t('theFirstHourOf6Done', { done })}</Body>
      {district ? <Districts districts={districts} picked={district.id} onPick={setPicked} /> : <Waiting what={t('theDistricts')} />}
      {district ? (
        <View className={wide ? 'flex-row flex-wrap items-start gap-4' : 'gap-4'} key={district.id}>
          <Step number={1} title={t('mapBackground')} isDone={far.backgrounds > 0} wide={wide}>
            <BehindStep district={districts.length > 1 ? district : null} />
          </Step>
          <OfDistrict id={district.id} wide={wide} />
          <Step number={5} title={t('theTreeList')} isDone={far.trees > 0} wide={wide}>
            <Body>{t('aListAsCsvOrGeojson')}</Body>
            <Button className="self-start" kind={far.trees > 0 ? 'plain' : 'next'} onPress={() => router.push('/exchange')}>
              {t('importList')}
            </Button>
          </Step>
          <Step number={6} title={t('people')} isDone={far.people > 1} wide={wide}>
            <Body>{far.people === 1 ? t('noOtherPeopleYetEachIs') : t('peopleEachIsInvitedByA', { people: far.people })}</Body>
            {account.role === 'administrator' ? (
              <Button className="self-start" onPress={() => router.push('/people')}>
                {t('invitePeople')}
              </Button>
            ) : (
              <Small>{t('anAdministratorInvitesThem')}</Small>
            )}
          </Step>
        </View>
      ) : null}
      {leave.error ? <Remark mood="caution">{leave.error.message}</Remark> : null}
      <View className="flex-row flex-wrap gap-2">
        {far.isDone ? (
          <Button onPress={() => leave.mutate(false)}>{t('restartSetup')}</Button>
        ) : (
          <Button kind="next" onPress={() => leave.mutate(true, { onSuccess: () => router.navigate('/today') })} disabled={leave.isPending}>
            {t('finishSetup')}
          </Button>
        )}
      </View>
    </Page>
  );
}

/** One step, and whether the record shows it done. */
function Step({
  number,
  title,
  isDone,
  wide,
  children,
}: {
  number: number;
  title: string;
  isDone: boolean;
  wide: boolean;
  children: ReactNode;
}) {
  return (
    <View className={wide ? 'w-[calc(50%-8px)]' : ''}>
      <Card className="gap-3">
        <View className="flex-row items-baseline justify-between gap-3">
          <Heading className="flex-shrink">{`${number}. ${title}`}</Heading>
          <Small>{isDone ? t('done') : t('notYet')}</Small>
        </View>
        {children}
      </Card>
    </View>
  );
}

/** The steps that are about one district. */
function OfDistrict({ id, wide }: { id: string; wide: boolean }) {
  const { given, problem, keep } = useDistrictGiven(id);
  if (!given) return <Waiting what={t('theDistrict')} problem={problem?.message} />;
  const act = (change: Partial<DistrictSubmission>) => keep.mutateAsync(change);
  return (
    <>
      <Step number={2} title={t('outline')} isDone={given.outline !== null} wide={wide}>
        <OutlineStep given={given} keep={act} />
      </Step>
      <Step number={3} title={t('climateAndInspectionInterval')} isDone={given.hardiness !== null} wide={wide}>
        <ClimateStep given={given} keep={act} />
      </Step>
      <Step number={4} title={t('localLists')} isDone={Object.values(given.lists).some((list) => list.length > 0)} wide={wide}>
        <ListsStep given={given} keep={act} />
      </Step>
    </>
  );
}

/** Which district the steps are about, and another one. */
function Districts({ districts, picked, onPick }: { districts: readonly District[]; picked: string; onPick: (id: string) => void }) {
  const { given, keep } = useDistrictGiven(picked);
  const [adding, setAdding] = useState(false);
  const [name, setName] = useState('');
  return (
    <Card className="gap-3">
      <View className="flex-row flex-wrap items-end gap-3">
        <Choice
          label={t('district')}
          options={districts.map(({ id, name: words }) => ({ value: id, words }))}
          value={picked}
          onChange={onPick}
        />
        {adding ? null : (
          <Button kind="dashed" onPress={() => setAdding(true)}>
            {t('addADistrict')}
          </Button>
        )}
      </View>
      {adding ? (
        <View className="gap-2">
          <Field label={t('nameOfTheNewDistrict')} value={name} onChangeText={setName} />
          <View className="flex-row flex-wrap gap-2">
            <Button
              kind="next"
              disabled={name.trim() === '' || !given}
              onPress={() => {
                const id = newId();
                // It lies beside this one until its outline is drawn.
                keep.mutate(
                  { id, name: name.trim(), outline: null },
                  {
                    onSuccess: () => {
                      onPick(id);
                      setAdding(false);
                      setName('');
                    },
                  },
                );
              }}
            >
              {t('addIt')}
            </Button>
            <Button onPress={() => setAdding(false)}>{t('notNow')}</Button>
          </View>
        </View>
      ) : null}
      {keep.error ? <Remark mood="caution">{keep.error.message}</Remark> : null}
      <Small>
        {t('eachDistrictHasItsOwnOutline')}{' '}
        {districts.length > 1 ? <Strong className="text-[14px]">{t('districts', { districts: districts.length })}</Strong> : null}
      </Small>
    </Card>
  );
}
