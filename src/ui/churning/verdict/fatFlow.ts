import type { SankeyLink, SankeyNode } from 'd3-sankey';
import { sankey, sankeyLeft } from 'd3-sankey';
import type { FatUpstream } from '@/core/balancing/fatUpstream';
import type { Judgement } from '@/core/balancing/judgeBatch';

/** A place on the way of the fat, or where some of it was left. */
export interface FatPlace {
  key: 'milk' | 'bought' | 'skimmed' | 'churned' | 'butter' | 'skim' | 'spilled' | 'buttermilk' | 'washed';
  name: string;
  /** g of fat. */
  fat: number;
  /** It was left there on the way to the butter. */
  left: boolean;
}
type Node = SankeyNode<FatPlace, object>;
type Flow = SankeyLink<FatPlace, object>;

/** Less than this is not drawn apart: g, and a share of what was churned. */
const [leastGrams, leastShare] = [0.3, 0.001];
/** As wide as a laptop’s page, and as a tablet’s. */
export const sizes = {
  wide: { width: 1176, height: 350, node: 16, top: 44, gap: 28, way: 214, aside: 216 },
  narrow: { width: 720, height: 300, node: 13, top: 40, gap: 26, way: 170, aside: 190 },
} as const;
export type Size = (typeof sizes)[keyof typeof sizes];

/**
 * The way of a batch's fat from milk or bought cream to the butter, in widths of g of fat: laid out by d3-sankey, the way itself
 * along the top, what was left on it falling away below.
 */
export function fatFlow(
  judged: Pick<Judgement, 'fatIn' | 'fatToButter' | 'buttermilkMass' | 'buttermilkFat' | 'lossFat'>,
  upstream: FatUpstream | undefined,
  size: Size = sizes.narrow,
): { places: (FatPlace & { x0: number; x1: number; y0: number; y1: number })[]; ribbons: { key: string; d: string; left: boolean; from: FatPlace['key'] }[] } {
  const least = Math.max(leastGrams, leastShare * judged.fatIn);
  const nodes: FatPlace[] = [];
  const links: { source: string; target: string; value: number }[] = [];
  const place = (key: FatPlace['key'], name: string, fat: number, left = false) => {
    if (fat >= least) nodes.push({ key, name, fat, left });
    return fat >= least;
  };
  const flow = (source: FatPlace['key'], target: FatPlace['key'], value: number) => {
    if (value >= least) links.push({ source, target, value });
  };
  const { milk = 0, skim = 0, spilled = 0 } = upstream ?? {};
  const ofMilk = milk >= least;
  // What came of no milk that is known came as cream.
  const came = Math.max(0, judged.fatIn - Math.max(0, milk - skim - spilled));
  if (ofMilk) {
    place('milk', 'Milk', milk);
    place('skimmed', 'Skimmed', milk);
    flow('milk', 'skimmed', milk);
  }
  const buys = ofMilk && place('bought', 'Cream that came', came);
  place('churned', ofMilk ? 'Churned' : 'Cream', judged.fatIn);
  if (ofMilk) flow('skimmed', 'churned', judged.fatIn - (buys ? came : 0));
  if (buys) flow('bought', 'churned', came);
  place('butter', 'Butter', judged.fatToButter);
  flow('churned', 'butter', judged.fatToButter);
  const left = (from: FatPlace['key'], key: FatPlace['key'], name: string, fat: number) => {
    if (place(key, name, fat, true)) flow(from, key, fat);
  };
  if (ofMilk) left('skimmed', 'skim', 'stayed in the skim', skim);
  if (ofMilk) left('skimmed', 'spilled', 'spilled', spilled);
  left('churned', 'buttermilk', 'left in the buttermilk', judged.buttermilkMass * judged.buttermilkFat);
  left('churned', 'washed', 'to wash, cloths and hands', judged.lossFat);
  const layout = sankey<FatPlace, object>()
    .nodeId(({ key }) => key)
    .nodeAlign(sankeyLeft)
    .nodeWidth(size.node)
    .nodePadding(size.gap)
    .nodeSort((a, b) => Number(a.left) - Number(b.left))
    .linkSort((a, b) => Number((a.target as Node).left) - Number((b.target as Node).left))
    .iterations(0)
    .extent([[1, size.top], [size.width - size.aside, size.top + size.way + 2 * size.gap]]); // prettier-ignore
  const drawn = layout({ nodes: nodes.map((one) => ({ ...one })), links: links.map((one) => ({ ...one })) });
  // The way itself runs along the top; what was left hangs below it, one under another.
  const below = new Map<number, number>();
  for (const node of drawn.nodes.toSorted((a, b) => Number(a.left) - Number(b.left))) {
    const { x0 = 0, y0 = 0, y1 = 0 } = node;
    const top = below.get(x0) ?? size.top + (node.left ? size.way : 0);
    node.y0 = top;
    node.y1 = top + (y1 - y0);
    below.set(x0, node.y1 + size.gap);
  }
  layout.update(drawn);
  return {
    places: drawn.nodes.map(({ key, name, fat, left: isLeft, x0 = 0, x1 = 0, y0 = 0, y1 = 0 }) => ({ key, name, fat, left: isLeft, x0, x1, y0, y1 })),
    ribbons: drawn.links.map((link: Flow) => ({
      key: `${(link.source as Node).key}-${(link.target as Node).key}`,
      d: ribbon(link),
      left: (link.target as Node).left,
      from: (link.source as Node).key,
    })),
  };
} // prettier-ignore

/** A band as wide as what flows, from one place to the next. */
function ribbon({ source, target, width = 0, y0 = 0, y1 = 0 }: Flow): string {
  const [from, to] = [(source as Node).x1!, (target as Node).x0!];
  const half = Math.max(0.75, width / 2);
  const middle = (from + to) / 2;
  const n = (value: number) => Math.round(value * 10) / 10;
  return `M${n(from)} ${n(y0 - half)}C${n(middle)} ${n(y0 - half)} ${n(middle)} ${n(y1 - half)} ${n(to)} ${n(y1 - half)}V${n(y1 + half)}C${n(middle)} ${n(y1 + half)} ${n(middle)} ${n(y0 + half)} ${n(from)} ${n(y0 + half)}z`;
}
