/** The stages of a churning, in the order they usually come (handbook §4). */
export const stages = ['fluid', 'thickening', 'whipped', 'grainy', 'break', 'grains', 'mass'] as const;
export type Stage = (typeof stages)[number];

/** What a maker can mark. `stopped` is an act, the others are seen or heard. */
export const markStages = ['thickening', 'whipped', 'grainy', 'break', 'stopped'] as const;
export type MarkStage = (typeof markStages)[number];

/** What each looks, sounds and feels like, in a few words. */
export const stageSigns: Record<Stage | 'stopped', { name: string; sign: string }> = {
  fluid: { name: 'Fluid', sign: 'sloshes like milk' },
  thickening: { name: 'Thickening', sign: 'frothy, slower, heavier on the arm' },
  whipped: { name: 'Whipped', sign: 'quiet, the glass is coated, peaks stand' },
  grainy: { name: 'Grainy', sign: 'looks curdled and turns yellower' },
  break: { name: 'Break', sign: 'sudden slosh, the glass wipes clean' },
  grains: { name: 'Grains', sign: 'wheat-grain to pea size: stop here' },
  mass: { name: 'One mass', sign: 'gathered in a lump, buttermilk trapped inside' },
  stopped: { name: 'Stopped', sign: 'the churn stands still' },
};
