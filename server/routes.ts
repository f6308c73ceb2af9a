import type { Route } from './http/route';
import type { World } from './world';
import { auditRoutes } from './audit/routes';
import { importRoutes } from './imports/routes';
import { mapRoutes } from './map/routes';
import { organisationRoutes } from './organisation/routes';
import { photoRoutes } from './photos/routes';
import { reviewRoutes } from './reviews/routes';
import { liveRoutes } from './live/routes';
import { agreementRoutes } from './agreement/routes';
import { roundRoutes } from './rounds/routes';
import type { Access } from './accounts/access';
import { accessRoutes } from './accounts/routes';
import { districtRoutes } from './districts/routes';
import { talkRoutes } from './talk/routes';
import { treeRoutes } from './trees/routes';
import { visitRoutes } from './visits/routes';

/** Every route of the service. @param fonts folder of the font packages that printed sheets use; @param beatMs of live streams */
export const allRoutes = (world: World, fonts: string, access: Access, beatMs?: number): Route[] => [
  ...accessRoutes(world, access),
  ...districtRoutes(world),
  ...treeRoutes(world, fonts),
  ...mapRoutes(world),
  ...visitRoutes(world),
  ...photoRoutes(world),
  ...reviewRoutes(world),
  ...talkRoutes(world),
  ...liveRoutes(world, beatMs),
  ...roundRoutes(world, fonts),
  ...agreementRoutes(world),
  ...importRoutes(world),
  ...organisationRoutes(world),
  ...auditRoutes(world),
];
