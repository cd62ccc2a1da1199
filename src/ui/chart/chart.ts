import { Chart, Filler, LinearScale, LineController, LineElement, PointElement } from 'chart.js';
import type { ChartOptions, Plugin } from 'chart.js';
import type { Ink } from './ink';

Chart.register(LineController, LineElement, PointElement, LinearScale, Filler);
Chart.defaults.font.family = "'Atkinson Hyperlegible Next Variable', sans-serif";
Chart.defaults.font.size = 14;

/** Points of a line; a gap where there is nothing to say. */
export type Points = { x: number; y: number | null }[];

/** What all charts share: no boxes, no legend, nothing that moves; what is drawn is said beside it. */
export const calm = (ink: Ink): ChartOptions<'line'> => ({
  animation: false,
  responsive: true,
  maintainAspectRatio: false,
  parsing: false,
  color: ink.quiet,
  events: [],
  elements: {
    point: { radius: 0 },
    line: { borderWidth: 3.5, borderCapStyle: 'round', borderJoinStyle: 'round' },
  },
});

/** A stretch of the x axis, shaded behind the lines. */
export const band = (
  id: string,
  stretch: { from: number; to: number } | undefined,
  colour: string,
): Plugin<'line'> => ({
  id,
  beforeDatasetsDraw({ ctx, chartArea, scales }) {
    if (!stretch) return;
    const [left, right] = [scales.x!.getPixelForValue(stretch.from), scales.x!.getPixelForValue(stretch.to)];
    ctx.save();
    ctx.globalAlpha = 0.13;
    ctx.fillStyle = colour;
    ctx.fillRect(left, chartArea.top, right - left, chartArea.bottom - chartArea.top);
    ctx.restore();
  },
});

/** An upright at a value of the x axis. */
export const upright = (id: string, at: number, colour: string, dash: number[] = []): Plugin<'line'> => ({
  id,
  afterDatasetsDraw({ ctx, chartArea, scales }) {
    const x = scales.x!.getPixelForValue(at);
    // What lies beyond the scale has no place on it.
    if (x < chartArea.left - 1 || x > chartArea.right + 1) return;
    ctx.save();
    ctx.strokeStyle = colour;
    ctx.lineWidth = dash.length > 0 ? 2 : 4;
    ctx.setLineDash(dash);
    ctx.beginPath();
    ctx.moveTo(x, chartArea.top);
    ctx.lineTo(x, chartArea.bottom);
    ctx.stroke();
    ctx.restore();
  },
});

/** What a line is, said where it runs: no legend to look up. */
export const said = (
  id: string,
  words: readonly {
    text: string;
    colour: string;
    x: number;
    y: number;
    axis: string;
    align?: CanvasTextAlign;
    /** A line that they stand under, wherever it runs over them, instead of at `y`. */
    under?: readonly { x: number; y: number }[];
  }[],
): Plugin<'line'> => ({
  id,
  afterDatasetsDraw({ ctx, chartArea, scales }) {
    ctx.save();
    ctx.font = `640 15px ${Chart.defaults.font.family}`;
    for (const { text, colour, x, y, axis, align = 'left', under } of words) {
      ctx.fillStyle = colour;
      ctx.textAlign = align;
      const from = scales.x!.getPixelForValue(x);
      const over = (under ?? []).filter((point) => {
        const px = scales.x!.getPixelForValue(point.x);
        return px >= from - 12 && px <= from + ctx.measureText(text).width + 12;
      });
      const stands =
        over.length === 0
          ? scales[axis]!.getPixelForValue(y)
          : Math.max(...over.map((point) => scales[axis]!.getPixelForValue(point.y))) + 20;
      const at = Math.min(chartArea.bottom - 6, Math.max(chartArea.top + 14, stands));
      ctx.fillText(text, from, at);
    }
    ctx.restore();
  },
});

/** A stretch of the y axis, shaded behind the points, with its middle. */
export const level = (
  id: string,
  { from, to }: { from: number; to: number },
  middle: number,
  colour: string,
): Plugin<'line'> => ({
  id,
  beforeDatasetsDraw({ ctx, chartArea, scales }) {
    const y = (value: number) =>
      Math.min(chartArea.bottom, Math.max(chartArea.top, scales.y!.getPixelForValue(value)));
    ctx.save();
    ctx.fillStyle = colour;
    ctx.globalAlpha = 0.12;
    ctx.fillRect(chartArea.left, y(to), chartArea.right - chartArea.left, y(from) - y(to));
    ctx.globalAlpha = 0.7;
    ctx.fillRect(chartArea.left, y(middle) - 0.75, chartArea.right - chartArea.left, 1.5);
    ctx.restore();
  },
});
