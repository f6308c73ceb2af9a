import { connect as knock } from 'node:net';

/** A database, as one of several that hold the same. */
export interface Node {
  host: string;
  port: number;
}

/** A node that says nothing within, ms, is passed over. */
const PATIENCE = 1500;
/** One that failed is not asked again for, ms, unless all did. */
const REST = 5000;

/** Whether a MariaDB greets there. */
const greets = ({ host, port }: Node): Promise<boolean> =>
  new Promise((resolve) => {
    const socket = knock(port, host);
    const end = (alive: boolean) => {
      socket.destroy();
      resolve(alive);
    };
    socket.once('data', () => end(true));
    socket.once('error', () => end(false));
    socket.setTimeout(PATIENCE, () => end(false));
  });

/**
 * Chooses among nodes: always the same one while it lives, so that one process reads what it wrote; the next one where it does not.
 */
export class Nodes {
  private readonly restsUntil = new Map<Node, number>();

  constructor(
    private readonly nodes: readonly Node[],
    private readonly alive: (node: Node) => Promise<boolean> = greets,
    private readonly now: () => number = Date.now,
  ) {
    if (nodes.length === 0) throw new RangeError('no database is named');
  }

  /** The node to connect to. The first of all where none answers: its own error says why. */
  async pick(): Promise<Node> {
    const [first] = this.nodes as [Node, ...Node[]];
    if (this.nodes.length === 1) return first;
    const awake = this.nodes.filter((node) => (this.restsUntil.get(node) ?? 0) <= this.now());
    for (const node of [...awake, ...this.nodes.filter((node) => !awake.includes(node))]) {
      if (await this.alive(node)) return node;
      this.rest(node);
    }
    return first;
  }

  /** Passes a node over for a while: it was asked and could not. */
  rest(node: Pick<Node, 'host' | 'port'>): void {
    const known = this.nodes.find(({ host, port }) => host === node.host && port === node.port);
    if (known) this.restsUntil.set(known, this.now() + REST);
  }
}
