import type { Provider } from './provider';

/** What routes of access need besides the world. */
export interface Access {
  /** By which sessions, links and codes count; the real one, also where the day of a demonstration stands still. */
  clock: () => Date;
  /** Of the service: seals second factors. */
  secret: string;
  /** The invented town, with accounts that anybody may take. */
  isDemonstration: boolean;
  /** What the town is called. */
  town: () => Promise<string>;
  /** Where the organisation signs in, if it does so elsewhere. */
  provider: Provider | null;
}
