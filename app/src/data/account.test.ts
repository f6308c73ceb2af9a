import { QueryClient } from '@tanstack/react-query';
import { LUK } from '@/testing/record';
import { rememberAccount } from './account';
import { session } from './keys';

const started = () => {
  const client = new QueryClient();
  rememberAccount(client);
  return client;
};
beforeEach(() => localStorage.clear());

describe('who was signed in', () => {
  it('is known at once after a start, and asked for anew', () => {
    expect(started().getQueryData(session.queryKey)).toBeUndefined();
    started().setQueryData(session.queryKey, LUK);
    const next = started();
    expect(next.getQueryData(session.queryKey)).toEqual(LUK);
    expect(next.getQueryState(session.queryKey)?.dataUpdatedAt).toBe(0);
  });
  it('is forgotten once they sign out, and where what is kept is no account', () => {
    const client = started();
    client.setQueryData(session.queryKey, LUK);
    client.clear();
    client.setQueryData(session.queryKey, null);
    expect(started().getQueryData(session.queryKey)).toBeUndefined();
    localStorage.setItem('dendrix-account', '{half');
    expect(started().getQueryData(session.queryKey)).toBeUndefined();
  });
  it('stays where asking anew fails for want of a signal', async () => {
    const client = started();
    client.setQueryData(session.queryKey, LUK);
    await client
      .fetchQuery({ queryKey: session.queryKey, queryFn: () => Promise.reject(new Error('no signal')), retry: false, staleTime: 0 })
      .catch(() => undefined);
    expect(started().getQueryData(session.queryKey)).toEqual(LUK);
  });
});
