// The schema, step by step, in the order in which the steps run.
import { record } from './0001-record';
import { laterLooks } from './0002-later-looks';
import { photos } from './0003-photos';
import { look } from './0004-look';
import { chain } from './0005-chain';
import { city } from './0006-city';
import { limits } from './0007-limits';
import { pictures } from './0008-pictures';
import { shared } from './0009-shared';
import { ownTown } from './0010-own-town';
import { oneDoor } from './0011-one-door';
import { memory } from './0012-memory';
import type { Step } from './step';

export const STEPS: readonly Step[] = [record, laterLooks, photos, look, chain, city, limits, pictures, shared, ownTown, oneDoor, memory];
