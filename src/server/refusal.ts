/** What a use-case throws when it will not do a thing: a sentence for the maker, and the field it is about. */
export class Refusal extends Error {
  constructor(
    message: string,
    readonly field?: string,
  ) {
    super(message);
    this.name = 'Refusal';
  }
}
