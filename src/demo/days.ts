const dayMs = 86_400_000;

/** Larkfold’s days, counted back from the one it is loaded on. */
export class Days {
  constructor(readonly today: Date) {}

  /** An hour of a day, UTC. */
  at(daysAgo: number, hour: number, minutes = 0): Date {
    const at = new Date(this.today.getTime() - daysAgo * dayMs);
    at.setUTCHours(hour, Math.round(minutes), 0, 0);
    return at;
  }

  /** Whether it is long enough ago to have been written down. */
  past(at: Date): boolean {
    return at.getTime() < this.today.getTime() - 20 * 60_000;
  }
}
