export interface Cluster {
  /** Addresses of the nodes. */
  urls: string[];
  kill: (node: number) => Promise<void>;
  start: (node: number) => Promise<void>;
  size: (node: number) => number;
  close: () => Promise<void>;
  drop: () => Promise<void>;
}
/** Opens a cluster of three nodes on loopback with their data under a folder. */
export function openCluster(options?: { dir?: string; log?: (line: string) => void }): Promise<Cluster>;
