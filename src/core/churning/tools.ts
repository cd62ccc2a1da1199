import type { Churn } from './churnModel';

/**
 * Everything that churns cream. Median break times are for 35–40 % cream at the tool's reference temperature, one
 * standard deviation a factor of 1.6 (handbook §6.4–6.7, engineering estimates). `kappa` ties that median to the rate
 * constant of the model; `power` W/kg heats the cream, `exchange` W/K per kg lets the room in.
 */
export interface Tool {
  name: string;
  /** How it is spoken of inside a sentence. */
  inSentence: string;
  medianBreakMinutes: number;
  referenceTemperature: number;
  kappa: number;
  power: number;
  exchange: number;
  /** Most air the cream takes up, volumes per volume of cream. */
  airMost: number;
  /** Closed vessels need head space to move the cream. */
  closed: boolean;
  /** Driven by a motor, so that mains and blades matter. */
  driven: 'hand' | 'motor' | 'blades';
  glass: boolean;
  /** Which drawing stands for it. */
  drawing: 'jar' | 'churn' | 'barrel' | 'dasher' | 'bowl' | 'blender';
  /** mL of a usual one, when the maker has not said. */
  usualVolume: number;
}

export const tools = {
  jar: tool('Shaken jar', 'a shaken jar', 15, 17, 1.166, 6, 1, 0.8, true, 'hand', true, 'jar', 1900),
  dasher: tool(
    'Dasher churn',
    'a dasher churn',
    30,
    15,
    1.266,
    2,
    0.4,
    0.8,
    true,
    'hand',
    false,
    'dasher',
    8000,
  ),
  paddleHand: tool(
    'Paddle churn, by hand',
    'a hand paddle churn',
    20,
    15,
    1.273,
    3,
    0.5,
    0.8,
    true,
    'hand',
    true,
    'churn',
    4000,
  ),
  paddleMotor: tool(
    'Paddle churn, motor',
    'a motor paddle churn',
    15,
    15,
    1.28,
    4,
    0.5,
    0.8,
    true,
    'motor',
    false,
    'churn',
    10000,
  ),
  barrel: tool(
    'Barrel churn',
    'a barrel churn',
    30,
    13,
    1.422,
    1.5,
    0.25,
    0.8,
    true,
    'hand',
    false,
    'barrel',
    20000,
  ),
  plunger: tool('Plunger jug', 'a plunger jug', 12, 17, 1.173, 6, 0.8, 0.8, true, 'hand', true, 'jar', 1200),
  rotary: tool(
    'Rotary beater',
    'a rotary beater',
    12,
    15,
    1.222,
    8,
    0.8,
    1,
    false,
    'hand',
    false,
    'bowl',
    3000,
  ),
  standMixer: tool(
    'Stand mixer',
    'a stand mixer',
    9,
    14,
    1.277,
    15,
    1,
    1,
    false,
    'motor',
    false,
    'bowl',
    4500,
  ),
  handMixer: tool('Hand mixer', 'a hand mixer', 10, 14, 1.273, 14, 1, 1, false, 'motor', false, 'bowl', 3000),
  processor: tool(
    'Food processor',
    'a food processor',
    3.5,
    12,
    1.767,
    70,
    0.5,
    0.35,
    true,
    'blades',
    false,
    'blender',
    2500,
  ),
  blender: tool('Blender', 'a blender', 2, 12, 1.797, 120, 0.5, 0.35, true, 'blades', false, 'blender', 1500),
  stick: tool(
    'Stick blender, then shake',
    'a stick blender',
    1.5,
    18,
    1.213,
    140,
    0.5,
    0.35,
    true,
    'blades',
    true,
    'jar',
    1000,
  ),
  /** Without the whisk it takes up less air, and longer. */
  flatBeater: tool(
    'Stand mixer, flat beater',
    'a stand mixer with its flat beater',
    13,
    14,
    1.353,
    12,
    1,
    0.6,
    false,
    'motor',
    false,
    'bowl',
    4500,
  ),
  /** Something in it stirs: it breaks sooner, and can break the jar (handbook §7). */
  marbleJar: tool(
    'Jar with a marble in it',
    'a jar with a marble in it',
    11,
    17,
    1.192,
    6,
    1,
    0.7,
    true,
    'hand',
    true,
    'jar',
    1900,
  ),
} as const satisfies Record<string, Tool>;

export type ToolKey = keyof typeof tools;
export const toolKeys = Object.keys(tools) as [ToolKey, ...ToolKey[]];

/** Spread of a tool's median break time before anything is learned: a factor, one standard deviation. */
export const priorSpread = 1.6;
/** How full a churn may be: half, so that the cream can fall and fold (handbook §5). */
export const fillLimit = 0.5;
/** Tools that usually break sooner than this are timed by a countdown, minutes. */
export const quickMinutes = 5;

export const isQuick = (key: ToolKey): boolean => tools[key].medianBreakMinutes < quickMinutes;

/** The churn of the model for a tool whose break time has the given median, minutes. */
export function churnOf(key: ToolKey, medianMinutes = tools[key].medianBreakMinutes): Churn {
  const { kappa, power, exchange, airMost, closed } = tools[key];
  return { rate: kappa / (medianMinutes * 60), power, exchange, airMost, closed };
}

function tool(
  name: string,
  inSentence: string,
  medianBreakMinutes: number,
  referenceTemperature: number,
  kappa: number,
  power: number,
  exchange: number,
  airMost: number,
  closed: boolean,
  driven: Tool['driven'],
  glass: boolean,
  drawing: Tool['drawing'],
  usualVolume: number,
): Tool {
  return {
    name,
    inSentence,
    medianBreakMinutes,
    referenceTemperature,
    kappa,
    power,
    exchange,
    airMost,
    closed,
    driven,
    glass,
    drawing,
    usualVolume,
  };
}
