declare module 's3rver' {
  import type { AddressInfo } from 'node:net';
  /** A small store that speaks the protocol of Amazon S3 and keeps what it is sent in a folder. */
  export default class S3rver {
    constructor(options: { address: string; port: number; silent: boolean; directory: string; configureBuckets: { name: string }[] });
    run(): Promise<AddressInfo>;
    close(): Promise<void>;
  }
}
