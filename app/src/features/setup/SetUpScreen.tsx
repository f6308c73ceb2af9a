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
      <Page title="Setting up">
        <Body>A coordinator sets the town up. You are signed in as {account?.role}.</Body>
      </Page>
    );
  if (!far) return <Waiting what="how far setting up is" problem={error?.message} />;
  // The invented districts of a demonstration are nobody's to change.
  if (far.districts === 0)
    return (
      <Page title="Setting up">
        <Body>This is a demonstration: its town is invented, and stays as it is. A town of your own is founded with npm run town.</Body>
      </Page>
    );
  const district = districts.find(({ id }) => id === picked) ?? districts[0];
  const done = [far.outlined > 0, far.climate > 0, far.listed > 0, far.backgrounds > 0, far.trees > 0, far.people > 1].filter(
    Boolean,
  ).length;
  return (
    <Page title="Setting up" wide={wide}>
      <Body>
        {far.isDone
          ? 'Finish setup. Everything here can be done again.'
          : `The first hour: ${done} of 6 done. Each step can be left out for now and done again later.`}
      </Body>
      {district ? <Districts districts={districts} picked={district.id} onPick={setPicked} /> : <Waiting what="the districts" />}
      {district ? (
        <View className={wide ? 'flex-row flex-wrap items-start gap-4' : 'gap-4'} key={district.id}>
          <Step number={1} title="Map background" isDone={far.backgrounds > 0} wide={wide}>
            <BehindStep district={districts.length > 1 ? district : null} />
          </Step>
          <OfDistrict id={district.id} wide={wide} />
          <Step number={5} title="The tree list" isDone={far.trees > 0} wide={wide}>
            <Body>A list as CSV or GeoJSON. Nothing is kept before you have seen what would come in.</Body>
            <Button className="self-start" kind={far.trees > 0 ? 'plain' : 'next'} onPress={() => router.push('/exchange')}>
              Import list
            </Button>
          </Step>
          <Step number={6} title="People" isDone={far.people > 1} wide={wide}>
            <Body>{far.people === 1 ? 'No other people yet.' : `${far.people} people.`} Each is invited by a link that is good once.</Body>
            {account.role === 'administrator' ? (
              <Button className="self-start" onPress={() => router.push('/people')}>
                Invite people
              </Button>
            ) : (
              <Small>An administrator invites them.</Small>
            )}
          </Step>
        </View>
      ) : null}
      {leave.error ? <Remark mood="caution">{leave.error.message}</Remark> : null}
      <View className="flex-row flex-wrap gap-2">
        {far.isDone ? (
          <Button onPress={() => leave.mutate(false)}>Restart setup</Button>
        ) : (
          <Button kind="next" onPress={() => leave.mutate(true, { onSuccess: () => router.navigate('/today') })} disabled={leave.isPending}>
            Finish setup
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
          <Small>{isDone ? '✓ done' : 'not yet'}</Small>
        </View>
        {children}
      </Card>
    </View>
  );
}

/** The steps that are about one district. */
function OfDistrict({ id, wide }: { id: string; wide: boolean }) {
  const { given, problem, keep } = useDistrictGiven(id);
  if (!given) return <Waiting what="the district" problem={problem?.message} />;
  const act = (change: Partial<DistrictSubmission>) => keep.mutateAsync(change);
  return (
    <>
      <Step number={2} title="Outline" isDone={given.outline !== null} wide={wide}>
        <OutlineStep given={given} keep={act} />
      </Step>
      <Step number={3} title="Climate and inspection interval" isDone={given.hardiness !== null} wide={wide}>
        <ClimateStep given={given} keep={act} />
      </Step>
      <Step number={4} title="Local lists" isDone={Object.values(given.lists).some((list) => list.length > 0)} wide={wide}>
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
          label="District"
          options={districts.map(({ id, name: words }) => ({ value: id, words }))}
          value={picked}
          onChange={onPick}
        />
        {adding ? null : (
          <Button kind="dashed" onPress={() => setAdding(true)}>
            Add a district
          </Button>
        )}
      </View>
      {adding ? (
        <View className="gap-2">
          <Field label="Name of the new district" value={name} onChangeText={setName} />
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
              Add it
            </Button>
            <Button onPress={() => setAdding(false)}>Not now</Button>
          </View>
        </View>
      ) : null}
      {keep.error ? <Remark mood="caution">{keep.error.message}</Remark> : null}
      <Small>
        Each district has its own outline, climate, lists and rhythm; a tree belongs to the one it stands in.{' '}
        {districts.length > 1 ? <Strong className="text-[14px]">{`${districts.length} districts.`}</Strong> : null}
      </Small>
    </Card>
  );
}
