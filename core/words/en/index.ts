import type { UnitSystem } from '../../units/lengths';
import { cautions, comeBack, explain, options, outlook, screening, works } from './advice';
import { causes } from './causes';
import { history } from './history';
import { howTo } from './how-to';
import { looked } from './looked';
import { measuring } from './measuring';
import { naming } from './naming';
import { note } from './note';
import { planning } from './planning';
import { review } from './review';
import { round } from './round';
import { scales } from './scales';

/** Every sentence the rules can say, in English. @param units in which lengths are told */
export const english = (units: UnitSystem) => ({
  naming,
  measuring: measuring(units),
  howTo: howTo(units),
  history: history(units),
  looked,
  scales: scales(units),
  causes,
  screening: screening(units),
  outlook,
  options: options(units),
  works: works(units),
  comeBack,
  cautions,
  explain,
  note: note(units),
  review,
  round,
  planning,
});
