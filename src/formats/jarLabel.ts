import { rgb } from 'pdf-lib';
import type { PDFFont } from 'pdf-lib';
import { newFile, points, write as print } from './print';

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
  const { file, plain, bold } = await newFile(`${what} ${code}`, made);
  const page = file.addPage([width, height]);
  const room = width - 2 * margin;
  const write = (words: string, y: number, font: PDFFont, largest: number) =>
    print(page, words, { x: margin, y, font, largest, room });
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
