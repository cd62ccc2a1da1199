/** One line or a set of dots of a plot. */
export interface Series {
  name: string;
  points: (readonly [x: number, y: number])[];
  /** Dots are what was measured or tabled, lines what the model says; a band is [x, low] there and [x, high] back. */
  as: 'line' | 'dots' | 'band';
}

export interface Plot {
  title: string;
  x: string;
  y: string;
  series: Series[];
  /** Powers of ten or two on the upright axis. */
  logY?: boolean;
}

const width = 460;
const height = 250;
const left = 54;
const right = 14;
const top = 46;
const bottom = 40;
/** Line and dot colours that read on white and on near-black: our rim, time, heat and quiet inks. */
const inks = ['#4a5be0', '#2e8a66', '#c1562b', '#6f7b85'];

const escape = (text: string): string => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** A round step that gives about five ticks. */
function stepFor(span: number): number {
  const rough = span / 5;
  const power = 10 ** Math.floor(Math.log10(rough));
  return [1, 2, 5, 10].map((by) => by * power).find((step) => step >= rough)!;
}

function ticksOf(low: number, high: number, log: boolean): number[] {
  if (log) {
    const ticks = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
    return ticks.filter((tick) => tick >= low * 0.999 && tick <= high * 1.001);
  }
  const step = stepFor(high - low);
  const ticks: number[] = [];
  for (let tick = Math.ceil(low / step - 1e-9) * step; tick <= high + step * 1e-6; tick += step)
    ticks.push(Math.abs(tick) < step * 1e-6 ? 0 : tick);
  return ticks;
}

const spoken = (value: number): string => String(Number(value.toPrecision(4)));

/** A small plot as SVG, drawn by our own few lines: axes, ticks, lines, dots and bands, and a key. */
export function plotSvg({ title, x, y, series, logY = false }: Plot): string {
  const all = series.flatMap(({ points }) => points).filter(([, value]) => Number.isFinite(value));
  const xs = all.map(([value]) => value);
  const ys = all.map(([, value]) => value);
  const [x0, x1] = [Math.min(...xs), Math.max(...xs)];
  const up = (value: number) => (logY ? Math.log(value) : value);
  const [low, high] = [Math.min(...ys), Math.max(...ys)];
  const pad = logY ? 1.08 : 0;
  const [y0, y1] = logY
    ? [low / pad, high * pad]
    : [Math.min(low, low > 0 && low < 0.4 * high ? 0 : low), high * 1.04];
  const across = (value: number) => left + ((value - x0) / (x1 - x0 || 1)) * (width - left - right);
  const above = (value: number) =>
    height - bottom - ((up(value) - up(y0)) / (up(y1) - up(y0) || 1)) * (height - top - bottom);
  const at = ([a, b]: readonly [number, number]) => `${across(a).toFixed(1)},${above(b).toFixed(1)}`;
  const parts: string[] = [];
  for (const tick of ticksOf(y0, y1, logY))
    parts.push(
      `<path d="M${left} ${above(tick).toFixed(1)}H${width - right}" stroke="#88919a" stroke-opacity=".3"/>`,
      `<text x="${left - 6}" y="${(above(tick) + 4).toFixed(1)}" text-anchor="end">${spoken(tick)}</text>`,
    );
  for (const tick of ticksOf(x0, x1, false))
    parts.push(
      `<text x="${across(tick).toFixed(1)}" y="${height - bottom + 16}" text-anchor="middle">${spoken(tick)}</text>`,
    );
  series.forEach(({ points, as }, i) => {
    const ink = inks[i % inks.length]!;
    const sound = points.filter(([, value]) => Number.isFinite(value));
    if (as === 'dots')
      parts.push(
        ...sound.map(
          ([a, b]) =>
            `<circle cx="${across(a).toFixed(1)}" cy="${above(b).toFixed(1)}" r="3.2" fill="${ink}"/>`,
        ),
      );
    else if (as === 'band')
      parts.push(`<polygon points="${sound.map(at).join(' ')}" fill="${ink}" fill-opacity=".18"/>`);
    else
      parts.push(
        `<polyline points="${sound.map(at).join(' ')}" fill="none" stroke="${ink}" stroke-width="1.8"/>`,
      );
  });
  if (series.length > 1) {
    // The key stands in one row under the title, where no line can run through it.
    const words = series.map(({ as, name }) => `${{ dots: '●', band: '▒', line: '—' }[as]} ${name}`);
    const key = words.map(
      (word, i) => `<tspan dx="${i === 0 ? 0 : 14}" fill="${inks[i % inks.length]!}">${escape(word)}</tspan>`,
    );
    parts.push(`<text x="${left}" y="33">${key.join('')}</text>`);
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="sans-serif" font-size="11" fill="#7a858e">
<title>${escape(title)}</title>
<text x="${left}" y="16" font-weight="600" font-size="12.5">${escape(title)}</text>
${parts.join('\n')}
<path d="M${left} ${top}V${height - bottom}H${width - right}" fill="none" stroke="#7a858e"/>
<text x="${(left + width - right) / 2}" y="${height - 6}" text-anchor="middle">${escape(x)}</text>
<text transform="translate(12 ${(top + height - bottom) / 2}) rotate(-90)" text-anchor="middle">${escape(y)}</text>
</svg>
`;
}
