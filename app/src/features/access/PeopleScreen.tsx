import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { View } from 'react-native';
import { FACTOR_FOR, ROLES, type AccessRules, type OneTimeLink, type PersonView, type Role } from '@dendrix/core/contracts';
import { ApiProblem, put } from '@/data/api';
import { aboutHere, accessKept, accountsHere, townDistricts } from '@/data/keys';
import { ROLE_WORDS } from '@/features/session/SignIn';
import { useSession } from '@/features/shell/useSession';
import { Body, Heading, Small, Strong } from '@/ui/text';
import { Button, Choice, Several } from '@/ui/button';
import { Field } from '@/ui/field';
import { Fold } from '@/ui/fold';
import { Card, Page, Remark, Waiting } from '@/ui/surface';
import { useWide } from '@/ui/wide';
import { Devices, momentWords } from './Devices';
import { OneTimeLinkShown } from './OneTimeLinkShown';
import { STATE_WORDS, usePeopleActs } from './useAccess';

/** People of the town, as an administrator looks after them. */
export function PeopleScreen() {
  const { account } = useSession();
  const wide = useWide();
  const allowed = account?.role === 'administrator';
  const { data, error } = useQuery({ ...accountsHere, enabled: allowed });
  const [shown, setShown] = useState<{ link: OneTimeLink; name: string } | null>(null);
  if (!allowed)
    return (
      <Page title="People">
        <Body>An administrator looks after people. You are signed in as {account?.role}.</Body>
      </Page>
    );
  return (
    <Page title="People" wide={wide}>
      {shown ? <OneTimeLinkShown link={shown.link} name={shown.name} onClose={() => setShown(null)} /> : null}
      <View className={wide ? 'flex-row items-start gap-4' : 'gap-4'}>
        <View className={wide ? 'flex-1 gap-4' : 'gap-4'}>
          {!data ? <Waiting what="the people" problem={error?.message} /> : null}
          {data?.map((person) => (
            <Person
              key={person.id}
              person={person}
              isMe={person.id === account.id}
              onLink={(link) => setShown({ link, name: person.name })}
            />
          ))}
        </View>
        <View className={wide ? 'w-[380px] gap-4' : 'gap-4'}>
          <Invite onLink={(link, name) => setShown({ link, name })} />
          <HowAccessIsKept />
        </View>
      </View>
    </Page>
  );
}

const roleOptions = ROLES.map((value) => ({ value, words: value }));

function Invite({ onLink }: { onLink: (link: OneTimeLink, name: string) => void }) {
  const { invite } = usePeopleActs();
  const [name, setName] = useState('');
  const [login, setLogin] = useState('');
  const [role, setRole] = useState<Role>('crew');
  const [districts, setDistricts] = useState<string[]>([]);
  const path = invite.error instanceof ApiProblem ? invite.error.path : undefined;
  return (
    <Card>
      <Heading>Invite a person</Heading>
      <Field label="Name" value={name} onChangeText={setName} problem={path === 'name' ? invite.error?.message : null} />
      <Field
        label="Sign-in name"
        autoCapitalize="none"
        value={login}
        onChangeText={setLogin}
        problem={path === 'login' ? invite.error?.message : null}
      />
      <Choice<Role> label="Role" options={roleOptions} value={role} onChange={setRole} />
      <Small>{ROLE_WORDS[role]}</Small>
      <DistrictsOf values={districts} onChange={setDistricts} />
      {invite.error && path !== 'name' && path !== 'login' ? <Remark mood="caution">{invite.error.message}</Remark> : null}
      <Button
        kind="next"
        className="self-start"
        disabled={invite.isPending || name.trim() === '' || login.trim() === ''}
        onPress={() =>
          invite.mutate(
            { name: name.trim(), login: login.trim().toLowerCase(), role, districts },
            {
              onSuccess: ({ link, person }) => {
                onLink(link, person.name);
                setName('');
                setLogin('');
              },
            },
          )
        }
      >
        Create invitation link
      </Button>
    </Card>
  );
}

/** The districts somebody works in; nothing is asked where there is only one. */
function DistrictsOf({ values, onChange }: { values: readonly string[]; onChange: (values: string[]) => void }) {
  const { data = [] } = useQuery(townDistricts);
  if (data.length < 2) return null;
  return (
    <Several
      label="Districts; all of them where none is chosen"
      options={data.map(({ id, name }) => ({ value: id, words: name }))}
      values={values}
      onTurn={(id) => onChange(values.includes(id) ? values.filter((one) => one !== id) : [...values, id])}
    />
  );
}

function Person({ person, isMe, onLink }: { person: PersonView; isMe: boolean; onLink: (link: OneTimeLink) => void }) {
  const { change, link, dropFactor, dropIdentity, endAll, erase } = usePeopleActs();
  const [sure, setSure] = useState(false);
  const problem = [change, link, dropFactor, dropIdentity, endAll, erase].map(({ error }) => error?.message).find(Boolean);
  if (person.state === 'erased')
    return (
      <View className="px-1">
        <Small>{person.name}: what they recorded of trees is kept.</Small>
      </View>
    );
  return (
    <Card>
      <View className="flex-row flex-wrap items-baseline justify-between gap-2">
        <Strong className="text-[18px]">{isMe ? `${person.name} (you)` : person.name}</Strong>
        <Small>{person.login}</Small>
      </View>
      <Body>
        {person.role}, {STATE_WORDS[person.state]}
        {person.secondFactor ? ', second factor' : ''}
        {person.signsInElsewhere ? ', signs in elsewhere' : ''}
      </Body>
      <Small>
        {person.devices === 0
          ? 'Signed in nowhere.'
          : `Signed in on ${person.devices} device${person.devices === 1 ? '' : 's'}${person.lastSeen ? `, last contact ${momentWords(person.lastSeen)}` : ''}.`}
      </Small>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
      <Fold title={`Change ${person.name}`} says="Role, districts, a new link, devices, leaving">
        <View className="gap-4 pt-2">
          <Choice<Role>
            label="Role"
            options={roleOptions}
            value={person.role}
            onChange={(role) => change.mutate({ id: person.id, role })}
          />
          <DistrictsOf values={person.districts} onChange={(districts) => change.mutate({ id: person.id, districts })} />
          <View className="flex-row flex-wrap gap-2">
            {person.state === 'disabled' ? (
              <Button onPress={() => change.mutate({ id: person.id, state: 'active' })}>Restore access</Button>
            ) : (
              <>
                <Button onPress={() => link.mutate(person.id, { onSuccess: onLink })}>
                  {person.state === 'invited' ? 'Make a new link' : 'Link for a new password'}
                </Button>
                {isMe ? null : <Button onPress={() => change.mutate({ id: person.id, state: 'disabled' })}>Disable account</Button>}
              </>
            )}
            {person.secondFactor && !isMe ? <Button onPress={() => dropFactor.mutate(person.id)}>Turn off two-step sign-in</Button> : null}
            {person.signsInElsewhere && !isMe ? (
              <Button onPress={() => dropIdentity.mutate(person.id)}>Unlink external sign-in</Button>
            ) : null}
          </View>
          {person.devices > 0 ? (
            <View className="gap-2">
              <Strong>Devices</Strong>
              <Devices person={person.id} />
              {person.devices > 1 ? (
                <Button className="self-start" onPress={() => endAll.mutate({ id: person.id, forget: false })}>
                  Sign out everywhere
                </Button>
              ) : null}
            </View>
          ) : null}
          {isMe ? null : sure ? (
            <Remark mood="caution" title={`Erase ${person.name}?`}>
              <View className="gap-2">
                <Body>Name, sign-in name and password will be deleted permanently. Their tree records stay, under “former user”.</Body>
                <View className="flex-row flex-wrap gap-2">
                  <Button kind="next" onPress={() => erase.mutate(person.id)}>
                    Erase permanently
                  </Button>
                  <Button onPress={() => setSure(false)}>Keep</Button>
                </View>
              </View>
            </Remark>
          ) : (
            <Button className="self-start" onPress={() => setSure(true)}>
              Erase personal data …
            </Button>
          )}
        </View>
      </Fold>
    </Card>
  );
}

const FACTOR_WORDS: Readonly<Record<AccessRules['factorFor'], string>> = {
  nobody: 'Nobody',
  administrators: 'Administrators',
  everybody: 'Everyone',
};
const ERASE_AFTER = ['never', '6', '12', '24', '60'] as const;
const DAYS = ['1', '3', '7', '14', '30'] as const;

/** What the organisation asks of access. */
function HowAccessIsKept() {
  const client = useQueryClient();
  const { data } = useQuery(accessKept);
  const { data: about } = useQuery(aboutHere);
  const keep = useMutation({
    mutationFn: (rules: AccessRules) => put('/access-rules', rules),
    onSettled: () => client.invalidateQueries({ queryKey: accessKept.queryKey }),
  });
  const [contact, setContact] = useState<string | null>(null);
  if (!data) return null;
  return (
    <Card className="gap-4">
      <Heading>Access rules</Heading>
      <Choice
        label="Who must have a second factor"
        options={FACTOR_FOR.map((value) => ({ value, words: FACTOR_WORDS[value] }))}
        value={data.factorFor}
        onChange={(factorFor) => keep.mutate({ ...data, factorFor })}
      />
      <Choice
        label="Days a device without contact shows what it holds"
        options={DAYS.map((value) => ({ value, words: value }))}
        value={String(data.unattendedDays) as (typeof DAYS)[number]}
        onChange={(days) => keep.mutate({ ...data, unattendedDays: Number(days) })}
      />
      <Choice
        label="Months after which the name of somebody who left is replaced"
        options={ERASE_AFTER.map((value) => ({ value, words: value === 'never' ? 'It stays' : value }))}
        value={data.eraseAfterMonths === null ? 'never' : (String(data.eraseAfterMonths) as (typeof ERASE_AFTER)[number])}
        onChange={(months) => keep.mutate({ ...data, eraseAfterMonths: months === 'never' ? null : Number(months) })}
      />
      {about?.provider ? (
        <Choice
          label={`Who may sign in with a password besides ${about.provider}`}
          options={[
            { value: 'everybody', words: 'Everyone' },
            { value: 'administrators', words: 'Administrators alone' },
          ]}
          value={data.passwordsFor}
          onChange={(passwordsFor) => keep.mutate({ ...data, passwordsFor })}
        />
      ) : null}
      <Field
        label="Whom to write to about access and security"
        value={contact ?? data.contact}
        onChangeText={setContact}
        hint="Shown on the sign-in page. Everyone can read it."
      />
      {contact !== null && contact !== data.contact ? (
        <Button className="self-start" onPress={() => keep.mutate({ ...data, contact }, { onSuccess: () => setContact(null) })}>
          Save
        </Button>
      ) : null}
      {keep.error ? <Remark mood="caution">{keep.error.message}</Remark> : null}
    </Card>
  );
}
