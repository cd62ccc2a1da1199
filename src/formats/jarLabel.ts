import { PDFDocument, rgb, StandardFonts } from 'pdf-lib';
import type { PDFFont } from 'pdf-lib';

/** What a jar's label says. */
export interface JarLabel {
  /** Such as “Skim”. */
  what: string;
  code: string;
  /** Short lines under it: amount, date, treatment. */
  lines: readonly string[];
  /** Said large and boxed when it is not for people, with the reason if there is one. */
  notForDrinking?: { reason: string | undefined } | undefined;
  /** Why a piece of butter is eaten by nobody: said large and boxed. */
  notForPeople?: string | undefined;
  /** Allergens, said at the foot when it is for people. */
  contains?: string;
  made: Date;
}

const points = (mm: number): number => (mm * 72) / 25.4;
/** A usual stick-on label, mm. */
const [width, height] = [points(99), points(57)];
const margin = points(5);

/** One label as a PDF page of its own, 99 × 57 mm. */
export async function jarLabel({
  what,
  code,
  lines,
  notForDrinking,
  notForPeople,
  contains = 'Contains milk.',
  made,
}: JarLabel): Promise<Uint8Array> {
  const file = await PDFDocument.create();
  file.setTitle(`${what} ${code}`);
  file.setProducer('Immulgo');
  file.setCreationDate(made);
  file.setModificationDate(made);
  const [plain, bold] = [
    await file.embedFont(StandardFonts.Helvetica),
    await file.embedFont(StandardFonts.HelveticaBold),
  ];
  const page = file.addPage([width, height]);
  const room = width - 2 * margin;
  const write = (words: string, y: number, font: PDFFont, largest: number) => {
    const said = printable(words, font);
    const size = Math.min(largest, (largest * room) / Math.max(1, font.widthOfTextAtSize(said, largest)));
    page.drawText(said, { x: margin, y, size, font });
  };
  write(`${what} ${code}`, height - points(12), bold, 22);
  lines.slice(0, 4).forEach((line, i) => write(line, height - points(19 + 6 * i), plain, 11));
  if (notForDrinking || notForPeople) {
    const reason = notForPeople ?? notForDrinking?.reason;
    page.drawRectangle({
      x: margin / 2,
      y: margin / 2,
      width: width - margin,
      height: points(reason ? 19 : 14),
      borderWidth: 2.5,
      borderColor: rgb(0, 0, 0),
    });
    write(notForPeople ? 'NOT TO BE EATEN' : 'NOT FOR DRINKING', points(reason ? 12 : 6), bold, 24);
    if (reason) write(reason, points(5.5), plain, 10);
  } else write(contains, points(5), plain, 10);
  return file.save();
}

/** The words with what the font has no letter for left out. */
function printable(words: string, font: PDFFont): string {
  const has = new Set(font.getCharacterSet());
  return [...words].filter((letter) => has.has(letter.codePointAt(0)!)).join('');
}
