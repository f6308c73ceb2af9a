import type { Route } from '../http/route';
import type { World } from '../services/visits';
import { importRoutes } from './imports';
import { organisationRoutes } from './organisation';
import { photoRoutes } from './photos';
import { reviewRoutes } from './reviews';
import { sessionRoutes } from './session';
import { treeRoutes } from './trees';
import { visitRoutes } from './visits';

/** Every route of the service. */
export const allRoutes = (world: World): Route[] => [
  ...sessionRoutes(),
  ...treeRoutes(world),
  ...visitRoutes(world),
  ...photoRoutes(world),
  ...reviewRoutes(world),
  ...importRoutes(world),
  ...organisationRoutes(world),
];
