import { causeStatements, placeOfTruth, simulatedCase, type SimulatedCase } from '@dendrix/core/judging/causes/calibrate';
import { randomFrom } from '@dendrix/core/maths';
import { brierScore, calibrationError, reliabilityTable } from '@dendrix/core/naming/calibrate';
import type { Library } from '@dendrix/core/knowledge';

const CASES = 3000;

/** How well the differential of agents keeps its word on simulated trees of the first district. */
export function causes(library: Library): void {
  const district = library.districts[0];
  if (!district) return;
  const random = randomFrom(3);
  const cases: SimulatedCase[] = [];
  while (cases.length < CASES) {
    const one = simulatedCase(library, district, random);
    if (one) cases.push(one);
  }
  const statements = causeStatements(library, district, cases);
  console.log(`\n${CASES} simulated trees with signs, ${library.agents.length} agents, all months`);
  console.log(
    `Brier score ${brierScore(statements).toFixed(4)}, mean distance of stated and came true ${calibrationError(statements).toFixed(4)}`,
  );
  for (const row of reliabilityTable(statements))
    console.log(
      `${row.from.toFixed(1)} to ${row.to.toFixed(1)}  ${String(row.count).padStart(6)}  ${row.stated.toFixed(3)}  ${row.cameTrue.toFixed(3)}`,
    );
  const places = cases.map((one) => placeOfTruth(library, district, one));
  const share = (most: number) => ((100 * places.filter((p) => p !== null && p <= most).length) / CASES).toFixed(1);
  console.log(`true cause first in ${share(1)} %, among the first three in ${share(3)} %`);
}
