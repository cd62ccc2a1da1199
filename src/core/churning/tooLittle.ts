import type { ToolKey } from './tools';

/**
 * How deep cream has to stand, mm, for what moves it to get hold of it, and what that is; of vessels that turn or are shaken
 * whole, how full they have to be (engineering estimates).
 */
const takesHold: Record<ToolKey, { part: string; depth: number } | { part: string; fill: number }> = {
  jar: { part: 'a shaken jar', fill: 0.06 },
  marbleJar: { part: 'a shaken jar', fill: 0.06 },
  barrel: { part: 'a turning barrel', fill: 0.08 },
  dasher: { part: 'the dasher', depth: 60 },
  plunger: { part: 'the plunger', depth: 30 },
  paddleHand: { part: 'the paddle', depth: 30 },
  paddleMotor: { part: 'the paddle', depth: 40 },
  rotary: { part: 'the beater', depth: 25 },
  standMixer: { part: 'the whisk', depth: 25 },
  flatBeater: { part: 'the flat beater', depth: 25 },
  handMixer: { part: 'the beaters', depth: 25 },
  processor: { part: 'the blade', depth: 20 },
  blender: { part: 'the blade', depth: 30 },
  stick: { part: 'the stick', depth: 30 },
};

/** Cream that what should churn it hardly reaches. Volumes mL, depth mm. */
export interface TooLittle {
  part: string;
  /** How deep it would stand; undefined where the vessel is shaken or turned whole. */
  depth: number | undefined;
  /** From how much on it is taken hold of. */
  wants: number;
}

/**
 * Whether there is too little cream for a churn: it stands less deep than the whisk, paddle or blade reaches. A vessel whose
 * width was not measured is taken as wide as it is high.
 * @param volume mL of one load
 * @param capacity mL to the brim
 * @param diameter mm inside, where it was measured
 */
export function tooLittle(
  tool: ToolKey,
  volume: number,
  capacity: number,
  diameter?: number | null,
): TooLittle | undefined {
  const hold = takesHold[tool];
  if ('fill' in hold)
    return volume < hold.fill * capacity
      ? { part: hold.part, depth: undefined, wants: hold.fill * capacity }
      : undefined;
  const width = diameter ?? ((4 * capacity * 1000) / Math.PI) ** (1 / 3);
  const area = (Math.PI / 4) * width ** 2;
  const depth = (volume * 1000) / area;
  return depth < hold.depth ? { part: hold.part, depth, wants: (hold.depth * area) / 1000 } : undefined;
}
