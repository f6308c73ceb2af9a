import { HIDDEN_DECAY, SOUNDNESS } from '../../knowledge';
import { LOSS_ACTS, LOSS_SERIOUS, SHELL_ACTS, SHELL_WARNS, shellRatio, strengthLoss } from '../../measuring/decay';
import type { Statement } from '../../record/judgement';
import type { Catalogue } from '../../words/catalogue';
import type { CountedDrilling } from '../looked/carried';
import type { Found } from './from-signs';
import type { RuleSetting } from './rules';

/** Below this a stem widens into its roots, m: the diameter at breast height would make a wall look thicker than it is. Common practice, no source. */
const FOOT = 0.8;

interface Hollow {
  soundness: Found[];
  hiddenDecay: Found[];
  notes: Statement[];
}

const at = (band: (typeof SOUNDNESS)[number]) => SOUNDNESS.indexOf(band);

/**
 * What drilled lines say, today's and those of earlier looks whose side was not drilled again: the wall against the radius where it
 * was drilled, and the strength that a hollow with an open side has lost. One line is not the thinnest wall.
 */
export function hollowOf({ tree, signs }: RuleSetting, lines: readonly CountedDrilling[], say: Catalogue): Hollow {
  const out: Hollow = { soundness: [], hiddenDecay: [], notes: [] };
  for (const line of lines) {
    const foot = line.zone === 'collar' || line.height < FOOT;
    const diameter = line.diameter ?? tree.dbh;
    const ratio = diameter !== null && diameter > 0 ? shellRatio(diameter, line.shell) : null;
    const statement = (said: Parameters<Catalogue['scales']['drilled']>[0]) =>
      say.scales.drilled(said, { line, on: line.seenOn, ratio, limit: said === 'hardly a wall' ? SHELL_ACTS : SHELL_WARNS });
    if (!line.decayMet) {
      out.notes.push(statement('no soft wood'));
      continue;
    }
    out.hiddenDecay.push({ rank: HIDDEN_DECAY.indexOf('likely'), statement: statement('decay') });
    // At the foot the ratio comes out too high: a thin wall is thin, a thick one is not shown to be.
    const unproven = foot && line.diameter === undefined;
    if (ratio !== null && ratio < SHELL_ACTS) out.soundness.push({ rank: at('act first'), statement: statement('hardly a wall') });
    else if (ratio !== null && ratio < SHELL_WARNS)
      out.soundness.push({ rank: at('serious weakness'), statement: statement('thin shell') });
    else if (unproven) out.soundness.push({ rank: at('serious weakness'), statement: statement('wall not known') });
    else out.soundness.push({ rank: at('weakness'), statement: statement('soft wood') });
    if (diameter === null) continue;
    const opening = Math.max(0, ...signs.filter((sign) => sign.zone === line.zone).map((sign) => sign.opening ?? 0)) / (Math.PI * diameter);
    if (opening === 0) continue;
    const loss = strengthLoss(diameter, Math.max(0, diameter - 2 * line.shell), Math.min(1, opening)).smileyFraedrich;
    if (loss > LOSS_SERIOUS)
      out.soundness.push({
        rank: at(loss > LOSS_ACTS ? 'act first' : 'serious weakness'),
        statement: say.scales.strengthLost(line, loss, opening),
      });
  }
  return out;
}
