/** A vessel of cream: what the books have of it, and what is really in it. Masses in g, fat as mass fractions. */
export interface Tub {
  key: string;
  lotId: string | undefined;
  toldMass: number;
  toldFat: number;
  trueMass: number;
  trueFat: number;
}

export const emptyTub = (key: string): Tub => ({
  key,
  lotId: undefined,
  toldMass: 0,
  toldFat: 0,
  trueMass: 0,
  trueFat: 0,
});

/** Cream poured onto what is in a tub. */
export function pourOnto(tub: Tub, lotId: string, mass: number, toldFat: number, trueFat: number): void {
  tub.lotId ??= lotId;
  tub.toldFat = (tub.toldMass * tub.toldFat + mass * toldFat) / (tub.toldMass + mass);
  tub.trueFat = (tub.trueMass * tub.trueFat + mass * trueFat) / (tub.trueMass + mass);
  tub.toldMass += mass;
  tub.trueMass += mass;
}

/** Several tubs as one. */
export function together(tubs: readonly Tub[]): Omit<Tub, 'key' | 'lotId'> {
  const sum = (of: (tub: Tub) => number) => tubs.reduce((all, tub) => all + of(tub), 0);
  const toldMass = sum((tub) => tub.toldMass);
  const trueMass = sum((tub) => tub.trueMass);
  return {
    toldMass,
    trueMass,
    toldFat: sum((tub) => tub.toldMass * tub.toldFat) / toldMass,
    trueFat: sum((tub) => tub.trueMass * tub.trueFat) / trueMass,
  };
}
