import { MessageChannel } from 'node:worker_threads';
import { Piscina } from 'piscina';
import { HttpProblem } from '../http/problem';
import type { Tasks, TaskName } from './tasks';

// Work that would hold up everybody else goes to threads of its own, one after another. They begin with the first work and end when
// there has been none for a while.

/** Threads: one leaves the other core of a small machine to the requests. */
const THREADS = 1;
/** Work that may wait; more is refused, so that a flood of it is answered. */
const WAITING = 64;
/** A thread that wants more memory ends, and the service does not, MB: a list of 100,000 trees takes a third of it. */
const memoryMb = (): number => Number(process.env.DENDRIX_THREAD_MEMORY ?? 1024);
/** A thread without work ends after, ms. */
const IDLE_MS = 60_000;

let pool: Piscina | undefined;
const open = (): Piscina =>
  (pool ??= new Piscina({
    filename: new URL('./thread.mjs', import.meta.url).href,
    minThreads: 0,
    maxThreads: THREADS,
    maxQueue: WAITING,
    idleTimeout: IDLE_MS,
    resourceLimits: { maxOldGenerationSizeMb: memoryMb() },
  }));

/**
 * Does a task in a thread.
 * @param tell called with how far it is, where the task says so
 * @throws HttpProblem 503 where more waits than will be done soon, 413 where it wants more memory than a thread has; what the task throws, or the signal's reason
 */
export async function inThread<N extends TaskName>(
  name: N,
  input: Parameters<Tasks[N]>[0],
  { signal, tell }: { signal?: AbortSignal; tell?: (done: number, total: number) => void } = {},
): Promise<Awaited<ReturnType<Tasks[N]>>> {
  const threads = open();
  if (threads.queueSize >= WAITING)
    throw new HttpProblem(503, 'Busy', 'The server is busy making lists and sheets. Try again in a minute.');
  const { port1, port2 } = new MessageChannel();
  if (tell) port1.on('message', ({ done, total }: { done: number; total: number }) => tell(done, total));
  try {
    return (await threads.run({ input, port: port2 }, { name, transferList: [port2], ...(signal ? { signal } : {}) })) as Awaited<
      ReturnType<Tasks[N]>
    >;
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY')
      throw new HttpProblem(413, 'Too large', 'This is too large to read in one piece. Split it into smaller files.');
    throw error;
  } finally {
    port1.close();
  }
}

/** Ends the threads. */
export async function closeThreads(): Promise<void> {
  await pool?.destroy();
  pool = undefined;
}
