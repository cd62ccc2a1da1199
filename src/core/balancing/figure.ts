/** What a figure is measured in, so that a screen can say it in the farm's units. */
export type FigureUnit = 'mass' | 'fraction' | 'massPerLitre' | 'minutes';

/** Where an input came from: read off an instrument, assumed, worked out, or given by the handbook's tables. */
export type Origin = 'measured' | 'told' | 'assumed' | 'worked out';

export interface FigureInput {
  name: string;
  value: number;
  unit: FigureUnit;
  sd?: number;
  origin: Origin;
  /** Where it came from, in words. */
  from: string;
}

/** A computed figure that can be opened to show how it came about. */
export interface Figure {
  key: string;
  name: string;
  value: number;
  /** One standard deviation. */
  sd?: number;
  unit: FigureUnit;
  /** The formula in words. */
  formula: string;
  inputs: FigureInput[];
  /** Where the formula and its constants come from. */
  source: string;
}
