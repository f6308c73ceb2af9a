import { QueryTypes, type Sequelize } from 'sequelize';
import { v7 as newId } from 'uuid';
import { placeAt, type Place } from '@dendrix/core/geo';

/** Where the grown town stands. */
export const GROWN: Place = { latitude: 45.6, longitude: -31.3 };

const TAXA = ['Tilia cordata', 'Acer platanoides', 'Quercus robur', 'Platanus × acerifolia', 'Fraxinus excelsior'];
const BANDS = ['no weakness seen', 'weakness', 'serious weakness', null];

/**
 * Fills a town with trees in a square grid of so many metres, by rows of SQL: as many as make an index worth it. They have no record;
 * what is asked of them is their place, their name and when they are due.
 */
export async function growTown(sequelize: Sequelize, trees: number, apart = 12): Promise<string[]> {
  const side = Math.ceil(Math.sqrt(trees));
  const ids: string[] = [];
  const BATCH = 1000;
  for (let start = 0; start < trees; start += BATCH) {
    const rows: unknown[][] = [];
    for (let i = start; i < Math.min(trees, start + BATCH); i++) {
      const { latitude, longitude } = placeAt(GROWN, { east: (i % side) * apart, north: Math.floor(i / side) * apart });
      const id = newId();
      ids.push(id);
      const due = i % 3 === 0 ? `2026-0${1 + (i % 9)}-1${i % 10}` : null;
      const risk = i % 500 === 0 ? 'high' : null;
      rows.push([
        id,
        `G ${String(i).padStart(6, '0')}`,
        `Row ${Math.floor(i / side)} Street, verge`,
        latitude,
        longitude,
        `POINT(${longitude} ${latitude})`,
        TAXA[i % 5],
        i % 2 ? 'confirmed' : 'imported',
        BANDS[i % 4],
        risk,
        due,
      ]);
    }
    await sequelize.query(
      `INSERT INTO trees (id, tag, place, site_kind, latitude, longitude, point, note, created_at, taxon, level, standing, soundness, risk, due_on)
       VALUES ${rows.map(() => "(?, ?, ?, 'street', ?, ?, ST_GeomFromText(?), '', NOW(), ?, 'species', ?, ?, ?, ?)").join()}`,
      { replacements: rows.flat() },
    );
  }
  // Servers that run already follow by this.
  await sequelize.query('UPDATE audit_head SET changes = changes + 1');
  await sequelize.query('INSERT INTO changes (n, tree_id) SELECT h.changes, t.id FROM audit_head h JOIN trees t');
  await sequelize.query('ANALYZE TABLE trees', { type: QueryTypes.SELECT });
  return ids;
}
