import type { QueryClient, QueryKey } from '@tanstack/react-query';
import type { LiveEvent } from '@dendrix/core/contracts';
import { changedBy, happenedSince, oneTree } from '@/data/keys';

// What others do, as it happens: by server-sent events, and by asking now and then where they do not come through.

/** Asked so often where no events come, ms. */
const ASK_EVERY_MS = 5000;
/** Events that have not begun by then do not come through, ms: some proxies hold them back. */
const BEGINS_WITHIN_MS = 6000;
/** Lists in which a changed tree is not seen are asked for anew only so often, ms: in a city something changes all the time. */
const LISTS_EVERY_MS = 20_000;
/** Changes that come together are taken up together, ms. */
const GATHER_MS = 150;

/** Who stands at which tree, by person. */
export type Presence = Readonly<Record<string, { name: string; tree: string; at: string }>>;
export const PRESENCE: QueryKey = ['presence'];

type Said = LiveEvent | { kind: 'begin'; n: number } | { kind: 'missed'; n: number };

/** What an act changes of a tree, by the word the server has for it. */
function keysOf(what: string | null, tree: string): readonly QueryKey[] {
  switch (what) {
    case 'submit':
    case 'amend':
      return changedBy.visit(tree);
    case 'confirm':
    case 'question':
    case 'overturn':
      return changedBy.review(tree);
    case 'say':
      return changedBy.word(tree);
    case 'put off':
      return changedBy.putOff(tree);
    case 'round':
      return [['rounds']];
    default:
      return changedBy.tree(tree);
  }
}

/** What is shown of what others do; of it only what stands on the screen is asked for anew. */
const WATCHED: readonly QueryKey[] = [['notices'], ['tree'], ['rounds'], ['review-queue']];

const LISTED = new Set(['round', 'found', 'town', 'kind', 'stock']);

/** Whether an answer that is kept speaks of a tree: its id stands in it. */
const speaksOf = (data: unknown, tree: string): boolean =>
  ((data as { items?: { id?: string }[] } | undefined)?.items ?? []).some((item) => item.id === tree);

/**
 * Follows what others do, until it is stopped.
 * @param open makes the connection; another in tests
 */
export function listen(client: QueryClient, me: string, open: (url: string) => EventSource = (url) => new EventSource(url)): () => void {
  let last: number | null = null;
  let stopped = false;
  let asking: ReturnType<typeof setInterval> | null = null;
  let gathering: ReturnType<typeof setTimeout> | null = null;
  let listsAt = 0;
  const waiting = new Map<string, QueryKey>();

  const take = () => {
    gathering = null;
    const keys = [...waiting.values()];
    waiting.clear();
    for (const queryKey of keys) void client.invalidateQueries({ queryKey });
  };
  const stale = (queryKey: QueryKey) => {
    waiting.set(JSON.stringify(queryKey), queryKey);
    gathering ??= setTimeout(take, GATHER_MS);
  };
  const lists = (tree: string, queryKey: QueryKey) => {
    const shown = client
      .getQueryCache()
      .findAll({ queryKey, type: 'active' })
      .some((query) => speaksOf(query.state.data, tree));
    if (!shown && Date.now() - listsAt < LISTS_EVERY_MS) return;
    if (!shown) listsAt = Date.now();
    stale(queryKey);
  };
  const present = ({ by, tree, at }: Extract<LiveEvent, { kind: 'presence' }>) => {
    client.setQueryData<Presence>(PRESENCE, (before = {}) => {
      const { [by.id]: _gone, ...rest } = before;
      return tree === null ? rest : { ...rest, [by.id]: { name: by.name, tree, at } };
    });
  };
  const hear = (event: Said) => {
    if (stopped) return;
    if (event.kind === 'presence') return present(event);
    if (event.kind === 'seen') {
      if (event.by !== me) for (const tree of event.trees) stale(oneTree(tree).queryKey);
      return;
    }
    if (event.kind === 'missed') {
      last = event.n;
      return void client.invalidateQueries();
    }
    if (event.kind === 'begin') {
      // What happened while the connection was away is asked for. The first time nobody knows what happened since the screen asked.
      if (last === null) for (const queryKey of WATCHED) stale(queryKey);
      else if (event.n > last) void ask();
      last = Math.max(last ?? 0, event.n);
      return;
    }
    last = Math.max(last ?? 0, event.n);
    if (event.told.includes(me)) stale(['notices']);
    for (const tree of event.trees)
      for (const key of keysOf(event.what, tree)) {
        if (LISTED.has(String(key[0]))) lists(tree, key);
        else stale(key);
      }
    if (event.more) stale(['tree']);
  };
  const ask = async () => {
    try {
      const { n, events, missed } = await happenedSince(last);
      const first = last === null;
      for (const event of events) hear(event);
      if (missed && !first) hear({ kind: 'missed', n });
      last = n;
    } catch {
      // Without a signal nothing is heard; it is asked again.
    }
  };
  const source = open('/api/v1/live');
  const late = setTimeout(() => {
    asking ??= setInterval(() => void ask(), ASK_EVERY_MS);
    void ask();
  }, BEGINS_WITHIN_MS);
  source.onmessage = ({ data }: MessageEvent<string>) => {
    clearTimeout(late);
    if (asking) clearInterval(asking);
    asking = null;
    hear(JSON.parse(data) as Said);
  };
  source.onerror = () => {
    // It connects again by itself where it can; meanwhile, and where it cannot, it is asked.
    asking ??= setInterval(() => void ask(), ASK_EVERY_MS);
  };
  return () => {
    stopped = true;
    clearTimeout(late);
    if (asking) clearInterval(asking);
    if (gathering) clearTimeout(gathering);
    source.close();
  };
}
