import { sign } from 'cookie-signature';
import { claimedSession } from './rate';

const cookie = (id: string, secret: string) => `other=1; dendrix=${encodeURIComponent(`s:${sign(id, secret)}`)}; more=2`;

describe('the session a request claims', () => {
  it('is told apart from others, and never names its id', () => {
    const [a, again, b] = ['one', 'one', 'two'].map((id) => claimedSession(cookie(id, 'secret'), 'secret'));
    expect(a).toBe(again);
    expect(a).not.toBe(b);
    expect(a).not.toContain('one');
  });
  it.each([
    ['nothing is sent', undefined],
    ['another secret signed it', cookie('one', 'not ours')],
    ['it is not signed', 'dendrix=one'],
    ['it is empty', 'dendrix='],
    ['it is half of one', 'dendrix=s%3Aone'],
    ['it is not text', 'dendrix=%E0%A4%A'],
  ])('is none where %s', (_words, header) => {
    expect(claimedSession(header, 'secret')).toBeNull();
  });
});
