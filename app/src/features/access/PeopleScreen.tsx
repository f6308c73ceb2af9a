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
import { t } from '@/words/access';

/** People of the town, as an administrator looks after them. */
export function PeopleScreen() {
  const { account } = useSession();
  const wide = useWide();
  const allowed = account?.role === 'administrator';
  const { data, error } = useQuery({ ...accountsHere, enabled: allowed });
  const [shown, setShown] = useState<{ link: OneTimeLink; name: string } | null>(null);
  if (!allowed)
    return (
      <Page title={t('people')}>
        <Body>{t('anAdministratorLooksAfterPeopleYou', { role: account?.role ?? '' })}</Body>
      </Page>
    );
  return (
    <Page title={t('people')} wide={wide}>
      {shown ? <OneTimeLinkShown link={shown.link} name={shown.name} onClose={() => setShown(null)} /> : null}
      <View className={wide ? 'flex-row items-start gap-4' : 'gap-4'}>
        <View className={wide ? 'flex-1 gap-4' : 'gap-4'}>
          {!data ? <Waiting what={t('thePeople')} problem={error?.message} /> : null}
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
      <Heading>{t('inviteAPerson')}</Heading>
      <Field label={t('name')} value={name} onChangeText={setName} problem={path === 'name' ? invite.error?.message : null} />
      <Field
        label={t('signInName')}
        autoCapitalize="none"
        value={login}
        onChangeText={setLogin}
        problem={path === 'login' ? invite.error?.message : null}
      />
      <Choice<Role> label={t('role')} options={roleOptions} value={role} onChange={setRole} />
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
        {t('createInvitationLink')}
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
      label={t('districtsAllOfThemWhereNone')}
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
        <Small>{t('whatTheyRecordedOfTreesIs', { name: person.name })}</Small>
      </View>
    );
  return (
    <Card>
      <View className="flex-row flex-wrap items-baseline justify-between gap-2">
        <Strong className="text-[18px]">{isMe ? t('you', { name: person.name }) : person.name}</Strong>
        <Small>{person.login}</Small>
      </View>
      <Body>
        {person.secondFactor
          ? person.signsInElsewhere
            ? t('secondFactorSignsInElsewhere', { role: person.role, state: STATE_WORDS[person.state] })
            : t('secondFactor', { role: person.role, state: STATE_WORDS[person.state] })
          : person.signsInElsewhere
            ? t('signsInElsewhere', { role: person.role, state: STATE_WORDS[person.state] })
            : `${person.role}, ${STATE_WORDS[person.state]}`}
      </Body>
      <Small>
        {person.devices === 0
          ? t('signedInNowhere')
          : person.lastSeen
            ? t('signedInOnDevicesLastContact', { devices: person.devices, moment: momentWords(person.lastSeen) })
            : t('signedInOnDevices', { devices: person.devices })}
      </Small>
      {problem ? <Remark mood="caution">{problem}</Remark> : null}
      <Fold title={t('change', { name: person.name })} says={t('roleDistrictsANewLinkDevices')}>
        <View className="gap-4 pt-2">
          <Choice<Role>
            label={t('role')}
            options={roleOptions}
            value={person.role}
            onChange={(role) => change.mutate({ id: person.id, role })}
          />
          <DistrictsOf values={person.districts} onChange={(districts) => change.mutate({ id: person.id, districts })} />
          <View className="flex-row flex-wrap gap-2">
            {person.state === 'disabled' ? (
              <Button onPress={() => change.mutate({ id: person.id, state: 'active' })}>{t('restoreAccess')}</Button>
            ) : (
              <>
                <Button onPress={() => link.mutate(person.id, { onSuccess: onLink })}>
                  {person.state === 'invited' ? t('makeANewLink') : t('linkForANewPassword')}
                </Button>
                {isMe ? null : <Button onPress={() => change.mutate({ id: person.id, state: 'disabled' })}>{t('disableAccount')}</Button>}
              </>
            )}
            {person.secondFactor && !isMe ? (
              <Button onPress={() => dropFactor.mutate(person.id)}>{t('turnOffTwoStepSignIn')}</Button>
            ) : null}
            {person.signsInElsewhere && !isMe ? (
              <Button onPress={() => dropIdentity.mutate(person.id)}>{t('unlinkExternalSignIn')}</Button>
            ) : null}
          </View>
          {person.devices > 0 ? (
            <View className="gap-2">
              <Strong>{t('devices')}</Strong>
              <Devices person={person.id} />
              {person.devices > 1 ? (
                <Button className="self-start" onPress={() => endAll.mutate({ id: person.id, forget: false })}>
                  {t('signOutEverywhere')}
                </Button>
              ) : null}
            </View>
          ) : null}
          {isMe ? null : sure ? (
            <Remark mood="caution" title={t('erase', { name: person.name })}>
              <View className="gap-2">
                <Body>{t('nameSignInNameAndPassword')}</Body>
                <View className="flex-row flex-wrap gap-2">
                  <Button kind="next" onPress={() => erase.mutate(person.id)}>
                    {t('erasePermanently')}
                  </Button>
                  <Button onPress={() => setSure(false)}>{t('keep')}</Button>
                </View>
              </View>
            </Remark>
          ) : (
            <Button className="self-start" onPress={() => setSure(true)}>
              {t('erasePersonalData')}
            </Button>
          )}
        </View>
      </Fold>
    </Card>
  );
}

const FACTOR_WORDS: Readonly<Record<AccessRules['factorFor'], string>> = {
  nobody: t('nobody'),
  administrators: t('administrators'),
  everybody: t('everyone'),
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
      <Heading>{t('accessRules')}</Heading>
      <Choice
        label={t('whoMustHaveASecondFactor')}
        options={FACTOR_FOR.map((value) => ({ value, words: FACTOR_WORDS[value] }))}
        value={data.factorFor}
        onChange={(factorFor) => keep.mutate({ ...data, factorFor })}
      />
      <Choice
        label={t('daysADeviceWithoutContactShows')}
        options={DAYS.map((value) => ({ value, words: value }))}
        value={String(data.unattendedDays) as (typeof DAYS)[number]}
        onChange={(days) => keep.mutate({ ...data, unattendedDays: Number(days) })}
      />
      <Choice
        label={t('monthsAfterWhichTheNameOf')}
        options={ERASE_AFTER.map((value) => ({ value, words: value === 'never' ? t('itStays') : value }))}
        value={data.eraseAfterMonths === null ? 'never' : (String(data.eraseAfterMonths) as (typeof ERASE_AFTER)[number])}
        onChange={(months) => keep.mutate({ ...data, eraseAfterMonths: months === 'never' ? null : Number(months) })}
      />
      {about?.provider ? (
        <Choice
          label={t('whoMaySignInWithA', { provider: about.provider })}
          options={[
            { value: 'everybody', words: t('everyone') },
            { value: 'administrators', words: t('administratorsAlone') },
          ]}
          value={data.passwordsFor}
          onChange={(passwordsFor) => keep.mutate({ ...data, passwordsFor })}
        />
      ) : null}
      <Field
        label={t('whomToWriteToAboutAccess')}
        value={contact ?? data.contact}
        onChangeText={setContact}
        hint={t('shownOnTheSignInPage')}
      />
      {contact !== null && contact !== data.contact ? (
        <Button className="self-start" onPress={() => keep.mutate({ ...data, contact }, { onSuccess: () => setContact(null) })}>
          {t('save')}
        </Button>
      ) : null}
      {keep.error ? <Remark mood="caution">{keep.error.message}</Remark> : null}
    </Card>
  );
}
