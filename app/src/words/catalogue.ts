import { setupI18n, type Messages } from '@lingui/core';
import { bracketed } from '@dendrix/core/words/pseudo';

/** Languages of the application. `en-XA` is English in brackets: a text without them did not come from the catalogue. */
const LANGUAGES = ['en', 'en-XA'] as const;
type Language = (typeof LANGUAGES)[number];

/** Where the device keeps the language a person chose. */
export const LANGUAGE_KEY = 'dendrix-language';

/** The language of this device: English where none, or one we do not have, was chosen. */
function chosenLanguage(): Language {
  const chosen = globalThis.localStorage?.getItem(LANGUAGE_KEY);
  return LANGUAGES.find((language) => language === chosen) ?? 'en';
}

export const language: Language = chosenLanguage();
const i18n = setupI18n({ locale: 'en', messages: { en: {} } });

/** ICU messages by key. */
type Table = Readonly<Record<string, string>>;
/** The names an ICU message has places for. What a plural says in its branches is skipped. */
type Names<Message extends string> = Message extends `${string}{${infer Name}}${infer Rest}`
  ? Name extends `${infer Plural},${string}`
    ? Plural | (Rest extends `${string}}}${infer After}` ? Names<After> : never)
    : Name | Names<Rest>
  : never;
type Values<Message extends string> = [Names<Message>] extends [never] ? [] : [values: Readonly<Record<Names<Message>, string | number>>];

/**
 * The texts of one room of the application, in every language it has.
 * @param room  the name its messages are kept under
 * @param tables  messages by language, written in ICU MessageFormat
 * @returns a function that gives the text of a key in the language of the device; it asks for the values the message has places for
 */
export function catalogue<const English extends Table>(room: string, { en }: { en: English }) {
  const named = Object.entries(en as Messages).map(([key, message]) => [`${room}.${key}`, message]);
  i18n.load('en', Object.fromEntries(named) as Messages);
  return <Key extends keyof English & string>(key: Key, ...[values]: Values<English[Key]>): string => {
    const text = values ? i18n._(`${room}.${key}`, values) : String(en[key]);
    return language === 'en-XA' ? bracketed(text) : text;
  };
}
