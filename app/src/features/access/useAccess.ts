import { useMutation, useQueryClient } from '@tanstack/react-query';
import type { Invitation, PersonChange, PersonView } from '@dendrix/core/contracts';
import { call, read } from '@/data/api';
import { accountsHere, devicesOf, session } from '@/data/keys';
import { t } from '@/words/access';

/** What an administrator does about people; the list follows. */
export function usePeopleActs() {
  const client = useQueryClient();
  const onSettled = () => client.invalidateQueries({ queryKey: accountsHere.queryKey });
  return {
    invite: useMutation({ mutationFn: (given: Invitation) => read(call('POST', '/accounts', given), (of) => of.invited), onSettled }),
    change: useMutation({
      mutationFn: ({ id, ...change }: PersonChange & { id: string }) => call('PUT', `/accounts/${id}`, change),
      onSettled,
    }),
    link: useMutation({ mutationFn: (id: string) => read(call('POST', `/accounts/${id}/link`), (of) => of.oneTimeLink), onSettled }),
    dropFactor: useMutation({ mutationFn: (id: string) => call('DELETE', `/accounts/${id}/factor`), onSettled }),
    dropIdentity: useMutation({ mutationFn: (id: string) => call('DELETE', `/accounts/${id}/identity`), onSettled }),
    endAll: useMutation({
      mutationFn: ({ id, forget }: { id: string; forget: boolean }) => call('DELETE', `/accounts/${id}/devices?forget=${forget}`),
      onSettled: async () => {
        await onSettled();
        await client.invalidateQueries({ queryKey: ['devices'] });
      },
    }),
    erase: useMutation({ mutationFn: (id: string) => call('POST', `/accounts/${id}/erase`), onSettled }),
  };
}

/** Signs a device out; one that is lost forgets what it holds. @param person null for oneself */
export function useEndDevice(person: string | null) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: ({ id, forget }: { id: string; forget: boolean }) =>
      call('DELETE', `${person === null ? '/me/devices' : `/accounts/${person}/devices`}/${id}?forget=${forget}`),
    onSettled: () => client.invalidateQueries({ queryKey: devicesOf(person).queryKey }),
  });
}

/** What a person does about their own second factor and password. */
export function useOwnActs() {
  const client = useQueryClient();
  const onSuccess = () => client.invalidateQueries({ queryKey: session.queryKey });
  return {
    password: useMutation({ mutationFn: (given: { old: string; password: string }) => call('PUT', '/me/password', given) }),
    offer: useMutation({ mutationFn: (password: string) => read(call('POST', '/me/factor', { password }), (of) => of.factorOffer) }),
    confirm: useMutation({ mutationFn: (code: string) => read(call('PUT', '/me/factor', { code }), (of) => of.recoveryCodes), onSuccess }),
    tie: useMutation({ mutationFn: (password: string) => read(call('POST', '/me/identity', { password }), (of) => of.wayElsewhere()) }),
    untie: useMutation({ mutationFn: () => call('DELETE', '/me/identity'), onSuccess }),
    drop: useMutation({ mutationFn: (given: { password: string; code: string }) => call('POST', '/me/factor/off', given), onSuccess }),
  };
}

export const STATE_WORDS: Readonly<Record<PersonView['state'], string>> = {
  active: t('worksHere'),
  invited: t('hasALinkHasNotCome'),
  disabled: t('cannotSignIn'),
  erased: t('erased'),
};
