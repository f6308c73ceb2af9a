import type { Sequelize } from 'sequelize';
import { defineAccounts } from './accounts';
import { defineTrees } from './trees';
import { defineVisits } from './visits';
import { defineReviews } from './reviews';
import { defineRounds } from './rounds';
import { defineTalk } from './talk';
import { definePhotos } from './photos';
import { defineImports } from './imports';
import { defineAudit } from './audit';
import { defineDistricts } from './districts';
import { defineOrganisation } from './organisation';

/** Ties the models of every thing to a database. */
export function defineModels(sequelize: Sequelize): void {
  defineAccounts(sequelize);
  defineTrees(sequelize);
  defineVisits(sequelize);
  defineReviews(sequelize);
  defineTalk(sequelize);
  defineRounds(sequelize);
  definePhotos(sequelize);
  defineImports(sequelize);
  defineAudit(sequelize);
  defineOrganisation(sequelize);
  defineDistricts(sequelize);
}
