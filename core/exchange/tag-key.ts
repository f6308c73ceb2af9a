/**
 * A tag as the database compares it (utf8mb4_unicode_ci): capitals, accents, the width of letters and blanks at the end tell no two
 * tags apart.
 */
export const tagKey = (tag: string): string => tag.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().trimEnd();
