import type { Library } from '@dendrix/core/knowledge';

/** The built library, as `library/generated/library.json` holds it. */
export type { Library };
