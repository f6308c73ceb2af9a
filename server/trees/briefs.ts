import { QueryTypes, type Sequelize } from 'sequelize';
import type { TreeBrief } from '@dendrix/core/contracts';
import { BRIEF } from './view';

// Lists of trees, read as rows and sent as rows: no model is made of what is only copied out.

const underscored = (name: string) => name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

/** The columns of a brief, each under its own name. @param table name or alias of the table of trees */
export const briefColumns = (table = 'trees'): string => BRIEF.map((name) => `${table}.${underscored(name)} AS ${name}`).join(', ');

type Row = Omit<TreeBrief, 'planted'> & { planted: number | boolean | null };

/** A row as the driver gives it: MariaDB keeps yes and no as a number. */
export const briefOfRow = (row: Row): TreeBrief => ({ ...row, planted: row.planted === null ? null : Boolean(row.planted) });

/**
 * Reads briefs.
 * @param rest what comes after the name of the table: WHERE, ORDER BY, LIMIT
 * @param index the index that answers, where the optimiser may guess wrong
 */
export async function selectBriefs(
  sequelize: Sequelize,
  rest: string,
  replacements: readonly unknown[] = [],
  index?: string,
): Promise<TreeBrief[]> {
  const hint = index === undefined ? '' : ` FORCE INDEX (${index})`;
  const rows = await sequelize.query<Row>(`SELECT ${briefColumns()} FROM trees${hint} ${rest}`, {
    type: QueryTypes.SELECT,
    replacements: [...replacements],
  });
  return rows.map(briefOfRow);
}
