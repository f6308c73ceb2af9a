import { organisation, organisationChange } from '@dendrix/core/record';
import { route, type Route } from '../http/route';
import { readOrganisation, writeOrganisation } from './service';
import type { World } from '../world';

/** What the organisation has picked where practice differs. */
export const organisationRoutes = (world: World): Route[] => [
  route({
    method: 'get',
    path: '/organisation',
    summary: 'What the organisation has picked where practice differs',
    role: 'viewer',
    answer: organisation,
    handle: () => readOrganisation(),
  }),
  route({
    method: 'put',
    path: '/organisation',
    summary: 'Pick, for instance, what confirms a name; what is not named stays as it is',
    role: 'coordinator',
    body: organisationChange,
    answer: organisation,
    handle: ({ body, user }) => writeOrganisation(world, body, user),
  }),
];
