import { knotted } from './knotted';

/**
 * How readily the globules of cream meet, against cream of 38 %, by its fat: knots between which the logarithm runs
 * straight. They are set so that at 14 °C the break takes, as a multiple of that of 38 % cream, 1.5 times at 30 %, 2.2
 * at 25 %, 3 at 22 %, 4 at 20 % and 6 at 18 %, and never comes under 15 % (engineering estimates from practice: what a
 * ladle takes off a jar is 18–24 % and is churned all the same).
 */
export const richness = knotted(
  [0.05, 0.001],
  [0.13, 0.02],
  [0.15, 0.09],
  [0.18, 0.1628],
  [0.2, 0.2403],
  [0.22, 0.3196],
  [0.25, 0.4377],
  [0.3, 0.6511],
  [0.38, 1],
  [0.6, 1.984],
);
