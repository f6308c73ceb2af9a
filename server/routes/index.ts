import type { Route } from '../http/route';
import type { World } from '../services/visits';
import { importRoutes } from './imports';
import { organisationRoutes } from './organisation';
import { photoRoutes } from './photos';
import { reviewRoutes } from './reviews';
import { sessionRoutes } from './session';
import { treeRoutes } from './trees';
import { visitRoutes } from './visits';

/** Every route of the service. @param fonts folder of the font packages that printed sheets use */
export const allRoutes = (world: World, fonts: string): Route[] => [
  ...sessionRoutes(),
  ...treeRoutes(world, fonts),
  ...visitRoutes(world),
  ...photoRoutes(world),
  ...reviewRoutes(world),
  ...importRoutes(world),
  ...organisationRoutes(world),
];
