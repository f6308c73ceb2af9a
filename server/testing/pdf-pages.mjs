// Reads a PDF from standard input with another library (pdf.js) and prints its pages: size in points, and text.
// A program of its own, since Jest runs CommonJS and pdf.js is an ES module.
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const parts = [];
for await (const part of process.stdin) parts.push(part);
const pdf = await getDocument({ data: new Uint8Array(Buffer.concat(parts)), useSystemFonts: true, verbosity: 0 }).promise;
const pages = [];
for (let i = 1; i <= pdf.numPages; i++) {
  const page = await pdf.getPage(i);
  const [, , width, height] = page.view;
  const { items } = await page.getTextContent();
  pages.push({
    width,
    height,
    text: items
      .map((item) => item.str ?? '')
      .join(' ')
      .replace(/\s+/g, ' '),
  });
}
process.stdout.write(JSON.stringify(pages));
