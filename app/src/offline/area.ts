import type { TreeBrief } from '@dendrix/core/contracts';
import type { Box } from '@dendrix/core/geo';

/** An area whose trees are held. */
export interface Area {
  id: string;
  name: string;
  box: Box;
  trees: number;
  /** What the town was then, to tell whether it has changed since. */
  version: string;
  /** ISO time */
  heldAt: string;
}

/** A held tree, and the areas it belongs to. */
export interface HeldTree {
  id: string;
  areas: string[];
  brief: TreeBrief;
}
