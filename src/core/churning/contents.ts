import type { ToolKey } from './tools';
import { tools } from './tools';

/** What one churn holds: cream, its fat, and how much of the vessel it fills. Masses g, volumes mL, fractions. */
export interface Contents {
  mass: number;
  /** Mass fraction. */
  fat: number;
  /** To the brim. */
  capacity: number;
  /** Share of the vessel; over 1 is more than it holds. */
  fill: number;
}

/** What changes how much is in a churn, or what it is in. */
export type Change =
  | { kind: 'water'; mass: number }
  | { kind: 'cream'; mass: number; fat: number }
  /** Thin liquid poured off from under cream that stood. */
  | { kind: 'pourOff'; mass: number; fat: number }
  | { kind: 'takeOut'; share: number }
  | { kind: 'move'; capacity: number };

/** As much of a churn's cream stays behind when thin liquid is poured off, at least (engineering estimate). */
const leastLeft = 0.05;
const richest = 0.9;

/**
 * The one account of what is in a churn: simulation, live window, advice, drawing and books all ask it. What is left
 * after some was taken out and the rest moved is the same as if that smaller load had been begun there. Fill goes with
 * mass: cream and water differ by a hundredth in density.
 */
export function changed(contents: Contents, change: Change): Contents {
  const { mass, fat, capacity, fill } = contents;
  switch (change.kind) {
    case 'water':
    case 'cream': {
      const total = mass + change.mass;
      const added = change.kind === 'cream' ? change.mass * change.fat : 0;
      return { mass: total, fat: (mass * fat + added) / total, capacity, fill: (fill * total) / mass };
    }
    case 'pourOff': {
      const left = Math.max(leastLeft * mass, mass - change.mass);
      return {
        mass: left,
        fat: Math.min(richest, Math.max(0, (mass * fat - (mass - left) * change.fat) / left)),
        capacity,
        fill: (fill * left) / mass,
      };
    }
    case 'takeOut':
      return { mass: mass * (1 - change.share), fat, capacity, fill: fill * (1 - change.share) };
    case 'move':
      return { mass, fat, capacity: change.capacity, fill: (fill * capacity) / change.capacity };
  }
}

/** A jug reads three hundredths off, twice that is still the brim (handbook §6.9). */
const brimSlack = 1.06;

/** Whether it is more than a vessel of `capacity` mL holds. */
export const overfills = ({ fill, capacity }: Contents, into = capacity): boolean =>
  (fill * capacity) / into > brimSlack;

/**
 * mL of the vessel cream was moved into: as it was said, else a usual one of its kind. The vessel it came from says
 * nothing about the one it went to.
 */
export const movedInto = (
  to: { tool: ToolKey; vesselId?: string | undefined; capacity?: number | undefined },
  from: { tool: ToolKey; capacity: number },
): number =>
  to.capacity ??
  (to.tool === from.tool && to.vesselId === undefined ? from.capacity : tools[to.tool].usualVolume);
