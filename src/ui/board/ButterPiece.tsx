import type { PieceForm } from '@/core/churning/batchWords';
import { drawnLength } from './profiles';

/** Butter and ghee weigh about this much, g/mL (docs/handbook.md, numbers). */
const density = 0.94;
/** Length over height of a piece, and depth over height (our own drawing, after usual moulds). */
const forms: Record<PieceForm, { long: number; deep: number; round?: boolean }> = {
  block: { long: 1.7, deep: 1.1 },
  mould: { long: 1.5, deep: 1.1 },
  tub: { long: 1.2, deep: 1.2 },
  crock: { long: 1.2, deep: 1.2 },
  pat: { long: 2, deep: 1.9, round: true },
  roll: { long: 2.6, deep: 1, round: true },
};
const slantOf = 0.34;
const lift = 0.7;

/** Width and height a piece is drawn at, px, the slanted side included. */
export function pieceSize(mass: number, form: PieceForm = 'block') {
  const { long, deep } = forms[form];
  const mm = Math.cbrt((mass / density) * (1000 / (long * deep)));
  const scale = drawnLength(mm * long) / (mm * long);
  const [w, h] = [mm * long * scale, mm * scale];
  const slant = mm * deep * scale * slantOf;
  return { w, h, slant, width: w + slant, height: h + slant * lift };
}

/** A piece of butter: as large as it weighs, in its form; small crosses say that it is salted. */
export function ButterPiece({
  mass,
  form = 'block',
  salted,
  label = '',
}: {
  /** Of the piece, g. */
  mass: number;
  form?: PieceForm;
  salted: boolean;
  label?: string;
}) {
  const { w, h, slant, width, height } = pieceSize(mass, form);
  const round = forms[form].round;
  const up = slant * lift;
  const edge = {
    stroke: 'var(--fat-edge)',
    strokeWidth: 2,
    strokeLinejoin: 'round',
    strokeLinecap: 'round',
  } as const;
  return (
    <svg
      viewBox={`-8 ${-height - 6} ${width + 24} ${height + 14}`}
      {...(label === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': label })}
      style={{
        width: `calc(${width + 24} * var(--u, 1px))`,
        height: `calc(${height + 14} * var(--u, 1px))`,
        marginBottom: 'calc(-8 * var(--u, 1px))',
        display: 'block',
      }}
    >
      <ellipse cx={width / 2 + 5} cy={1} rx={width * 0.56} ry={5} fill="var(--shadow)" />
      {round ? (
        <>
          <path
            d={`M${h * 0.3} ${-h}H${w}c${slant * 0.7} 0 ${slant * 0.7} ${h} 0 ${h}H${h * 0.3}z`}
            fill="var(--tint-82)"
            {...edge}
          />
          <ellipse cx={h * 0.3} cy={-h / 2} rx={h * 0.3} ry={h / 2} fill="var(--tint-45)" {...edge} />
        </>
      ) : (
        <>
          <path d={`M0 0v${-h}l${slant} ${-up}h${w}v${h}l${-slant} ${up}z`} fill="var(--tint-82)" {...edge} />
          <path
            d={`M${w} ${-h}l${slant} ${-up}v${h}l${-slant} ${up}z`}
            fill="var(--fat-edge)"
            fillOpacity=".2"
          />
          <path d={`M0 ${-h}l${slant} ${-up}h${w}l${-slant} ${up}z`} fill="#fff" fillOpacity=".3" />
          <path d={`M0 ${-h}h${w}l${slant} ${-up}M${w} ${-h}v${h}`} fill="none" {...edge} />
        </>
      )}
      {salted && (
        <path
          d={[0.25, 0.5, 0.75]
            .map((at) => `M${w * at - 3.5 + (round ? h * 0.15 : 0)} ${-h / 2}h7m-3.5 -3.5v7`)
            .join('')}
          stroke="var(--salt)"
          strokeWidth="2.2"
          strokeLinecap="round"
        />
      )}
    </svg>
  );
}

/** Most pieces drawn in a freezer; more are said. */
const inTheFreezer = 6;

/** The freezer: a lidded chest with pieces in it, as many as lie there up to six. */
export function FreezerDrawing({ pieces }: { pieces: readonly { mass: number; salted: boolean }[] }) {
  const shown = pieces.slice(0, inTheFreezer);
  const [width, height] = [132, 138];
  return (
    <svg
      viewBox={`-8 ${-height - 6} ${width + 16} ${height + 14}`}
      aria-hidden
      style={{
        width: `calc(${width + 16} * var(--u, 1px))`,
        height: `calc(${height + 14} * var(--u, 1px))`,
        marginBottom: 'calc(-8 * var(--u, 1px))',
        display: 'block',
      }}
    >
      <ellipse cx={width / 2 + 4} cy={1} rx={width * 0.54} ry={6} fill="var(--shadow)" />
      <rect
        y={-height}
        width={width}
        height={height}
        rx="8"
        fill="var(--ware)"
        stroke="var(--pewter)"
        strokeWidth="2.2"
      />
      <path
        d={`M1.1 ${-height + 26}v-18a7 7 0 0 1 7 -7h${width - 16.2}a7 7 0 0 1 7 7v18z`}
        fill="var(--ware-shade)"
      />
      {shown.map(({ salted }, i) => {
        const [x, y] = [14 + (i % 2) * 56, -12 - Math.floor(i / 2) * 33];
        return (
          <g key={i} transform={`translate(${x} ${y})`}>
            <path
              d="M0 0v-18l12 -8h38v18l-12 8z"
              fill="var(--tint-82)"
              stroke="var(--fat-edge)"
              strokeWidth="1.8"
              strokeLinejoin="round"
            />
            <path d="M0 -18h38l12 -8M38 -18v18" fill="none" stroke="var(--fat-edge)" strokeWidth="1.8" />
            {salted && (
              <path
                d="M6 -9h6m-3 -3v6M17 -9h6m-3 -3v6M28 -9h6m-3 -3v6"
                stroke="var(--salt)"
                strokeWidth="1.8"
              />
            )}
          </g>
        );
      })}
    </svg>
  );
}
