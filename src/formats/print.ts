import { PDFDocument, StandardFonts } from 'pdf-lib';
import type { Color, PDFFont, PDFPage } from 'pdf-lib';

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
  {
    x,
    y,
    font,
    largest,
    room,
    color,
  }: { x: number; y: number; font: PDFFont; largest: number; room: number; color?: Color },
): void {
  const said = printable(words, font);
  const size = Math.min(largest, (largest * room) / Math.max(1, font.widthOfTextAtSize(said, largest)));
  page.drawText(said, { x, y, size, font, ...(color ? { color } : {}) });
}

/** The words with what the font has no letter for left out. */
function printable(words: string, font: PDFFont): string {
  const has = new Set(font.getCharacterSet());
  return [...words].filter((letter) => has.has(letter.codePointAt(0)!)).join('');
}

/** Words in as many lines as they take in a room so wide, points; a word that is wider stands alone. */
export function inLines(words: string, font: PDFFont, size: number, room: number): string[] {
  const lines: string[] = [];
  for (const word of printable(words, font).split(/\s+/)) {
    const longer = lines.length === 0 ? word : `${lines.at(-1)} ${word}`;
    if (lines.length > 0 && font.widthOfTextAtSize(longer, size) <= room) lines[lines.length - 1] = longer;
    else lines.push(word);
  }
  return lines;
}
