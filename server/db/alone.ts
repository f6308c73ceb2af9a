import { QueryTypes, type Sequelize } from 'sequelize';

/** Another server is at it. */
export class Taken extends Error {}

/**
 * Does something that only one server may do at a time; the others wait their turn. A named lock belongs to its connection, so it is
 * taken in a transaction, which keeps one; what is done runs on others. Whoever dies lets go of it.
 * @param seconds others wait so long
 * @throws Taken where another server held it for longer
 */
export const alone = <T>(sequelize: Sequelize, name: string, seconds: number, work: () => Promise<T>): Promise<T> =>
  sequelize.transaction(async (transaction) => {
    const [held] = await sequelize.query<{ got: number | null }>('SELECT GET_LOCK(?, ?) AS got', {
      transaction,
      type: QueryTypes.SELECT,
      replacements: [name, seconds],
    });
    if (held?.got !== 1) throw new Taken('Another server is updating the database. Try again when it is done.');
    try {
      return await work();
    } finally {
      await sequelize.query('SELECT RELEASE_LOCK(?)', { transaction, type: QueryTypes.SELECT, replacements: [name] });
    }
  });
