import type { Sequelize } from 'sequelize';
import { defineAccounts } from '../accounts/model';
import { defineTrees } from '../trees/model';
import { defineVisits } from '../visits/model';
import { defineReviews } from '../reviews/model';
import { defineRounds } from '../rounds/model';
import { defineTalk } from '../talk/model';
import { definePhotos } from '../photos/model';
import { defineImports } from '../imports/model';
import { defineAudit } from '../audit/model';
import { defineDistricts } from '../districts/model';
import { defineOrganisation } from '../organisation/model';

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
