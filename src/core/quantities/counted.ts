import { decimal } from './formatQuantity';

/** So many of a thing, in words: “1 lot”, “3 lots”. */
export const counted = (many: number, one: string, more = `${one}s`): string =>
  `${decimal(many, 3)} ${many === 1 ? one : more}`;

/** So often, in words: “once”, “twice”, “7 times”. */
export const timesSaid = (many: number): string =>
  many === 1 ? 'once' : many === 2 ? 'twice' : `${many} times`;
