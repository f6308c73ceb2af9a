// What a device kept is taken of whoever made it, and of nobody who has signed in on it since.
import { v7 as newId } from 'uuid';
import { Visit } from '../models/visits';
import { aTree, aVisit, startService, type Service } from '../testing/service';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.stop());

it('what says who made it is refused of anybody else, kept nowhere, and taken of them', async () => {
  const [jory, luk] = await Promise.all([service.as('crew'), service.as('crew2')]);
  const { id: author } = (await jory.get('/session')).body as { id: string };
  const tree = newId();
  await jory.put(`/trees/${tree}`, aTree('A-1'));
  const visit = newId();
  const send = async (as: typeof jory, made: string) => {
    const answer = await fetch(`${service.base}/api/v1/visits/${visit}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json', cookie: as.signedIn, 'x-dendrix-author': made },
      body: JSON.stringify(aVisit(tree)),
    });
    return [answer.status, ((await answer.json()) as { detail?: string }).detail];
  };
  expect(await send(luk, author)).toEqual([401, 'A colleague made this on this device. It uploads when they sign in.']);
  expect(await Visit.findByPk(visit)).toBeNull();
  expect((await send(jory, author))[0]).toBe(200);
  expect((await Visit.findByPk(visit))?.userId).toBe(author);
});
