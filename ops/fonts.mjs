// The fonts of the application as WOFF2, cut by the scripts of the world: a browser fetches those whose letters stand on the page.
import { copyFileSync, mkdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './packages.mjs';

/** Family names, as classes and drawings use them, and where each is found in the packages of Fontsource (SIL Open Font License). */
const FONTS = {
  Bricolage_600: ['bricolage-grotesque', '600.css'],
  Bricolage_700: ['bricolage-grotesque', '700.css'],
  Atkinson_400: ['atkinson-hyperlegible-next', '400.css'],
  Atkinson_700: ['atkinson-hyperlegible-next', '700.css'],
  Newsreader_500_Italic: ['newsreader', '500-italic.css'],
};

/** Where they stand in a built application. */
const ADDRESS = '/fonts/';

/**
 * Copies the fonts into a built application.
 * @returns the rules that name them, for the head of the page: each weight is a family of its own
 * @throws Error where a package is not as it was expected
 */
export function writeFonts(dist) {
  mkdirSync(join(dist, 'fonts'), { recursive: true });
  return Object.entries(FONTS)
    .flatMap(([family, [name, sheet]]) => {
      const from = join(root, 'node_modules', '@fontsource', name);
      const faces = readFileSync(join(from, sheet), 'utf8').match(/@font-face\s*\{[^}]*\}/g) ?? [];
      if (faces.length === 0) throw new Error(`${name}/${sheet} names no font.`);
      return faces.map((face) => {
        const [, file] = /url\(\.\/files\/([\w-]+\.woff2)\)/.exec(face) ?? [];
        const [, range] = /unicode-range:\s*([^;]+);/.exec(face) ?? [];
        if (!file || !range) throw new Error(`${name}/${sheet} has a font without file or range.`);
        copyFileSync(join(from, 'files', file), join(dist, 'fonts', file));
        // The system's letters stand until these are there, and nobody waits for them.
        return `@font-face{font-family:${family};font-display:swap;src:url(${ADDRESS}${file}) format("woff2");unicode-range:${range}}`;
      });
    })
    .join('');
}
