import { PDFDocument, StandardFonts } from 'pdf-lib';
import type { PDFFont, PDFPage } from 'pdf-lib';

/** Points in so many millimetres. */
export const points = (mm: number): number => (mm * 72) / 25.4;

/** Papers a house prints on, mm. */
export const papers = { a4: [210, 297], letter: [215.9, 279.4] } as const;
export type Paper = keyof typeof papers;

export interface Printed {
  file: PDFDocument;
  plain: PDFFont;
  bold: PDFFont;
}

/** A file to print, with our two fonts in it. */
export async function newFile(title: string, made: Date): Promise<Printed> {
  const file = await PDFDocument.create();
  file.setTitle(title);
  file.setProducer('Immulgo');
  file.setCreationDate(made);
  file.setModificationDate(made);
  return {
    file,
    plain: await file.embedFont(StandardFonts.Helvetica),
    bold: await file.embedFont(StandardFonts.HelveticaBold),
  };
}

/** Writes words no larger than `largest`, and smaller where they would be wider than their room, points. */
export function write(
  page: PDFPage,
  words: string,
  { x, y, font, largest, room }: { x: number; y: number; font: PDFFont; largest: number; room: number },
): void {
  const said = printable(words, font);
  const size = Math.min(largest, (largest * room) / Math.max(1, font.widthOfTextAtSize(said, largest)));
  page.drawText(said, { x, y, size, font });
}

/** The words with what the font has no letter for left out. */
function printable(words: string, font: PDFFont): string {
  const has = new Set(font.getCharacterSet());
  return [...words].filter((letter) => has.has(letter.codePointAt(0)!)).join('');
}
