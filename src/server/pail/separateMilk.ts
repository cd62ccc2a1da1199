import { percent } from '@/core/quantities/formatQuantity';
import * as v from 'valibot';
import { usesOf } from '@/core/byProducts/uses';
import { fraction, mass, positiveMass, temperature } from '@/core/calculation';
import { atSeconds, id } from '@/core/churning/batchEvents';
import { richestCream } from '@/core/dairy/creamFat';
import { placeKeys } from '@/core/standing/places';
import { coldestMilk } from '@/core/separating/separatorRun';
import { addLotEvents, standingLots } from '@/data/ledger/standing';
import { actId, command } from '../commands/command';
import { isMade } from '@/core/standing/lotKinds';
import { intoMade } from '../ledger/intoMade';
import type { Into } from '../ledger/move';
import { intoVessel } from '../ledger/intoVessel';
import { blendOf, draw, milligrams, momentOf, move, outs } from '../ledger/move';
import { letPour } from '../ledger/judgedLots';
import { Refusal } from '../refusal';
import { wholeCelsius, wholeGrams } from '@/core/quantities/whole';
import { ownPlaces } from '../ledger/ownPlaces';

/** Fat of the milk is known this badly at worst: cream may hold this much more of it than there was (engineering estimate). */
const mostFatOver = 1.5;

/**
 * Cream off milk: ladled, drawn from under by a tap, off a pan or off boiled milk, or through a separator. One entry moves
 * all of the milk into its cuts of cream, and the skim into a vessel or to its use.
 */
export const separateMilk = command({
  name: 'milk.separate',
  input: v.strictObject({
    way: v.picklist(['ladle', 'tap', 'pan', 'boiled', 'separator']),
    atSeconds: v.optional(atSeconds),
    from: outs,
    cuts: v.pipe(
      v.array(
        v.strictObject({
          lotId: id,
          intoLotId: v.optional(id),
          mass: positiveMass,
          fat: fraction,
          fatSd: v.optional(fraction, 0.035),
          fatMethod: v.optional(v.picklist(['test', 'separator', 'gravity', 'batches']), 'gravity'),
          cut: v.optional(v.picklist(['whole', 'top', 'rest']), 'whole'),
          vesselId: v.optional(v.nullable(v.string()), null),
          place: v.optional(v.picklist(placeKeys), 'fridge'),
        }),
      ),
      v.minLength(1, 'at least one cut of cream.'),
      v.maxLength(4, 'at most four cuts.'),
    ),
    /** Where the skim goes: a use, or a lot that stays. */
    skim: v.variant('to', [
      v.strictObject({ to: v.literal('use'), use: v.picklist(usesOf('skim')) }),
      v.strictObject({
        to: v.literal('lot'),
        lotId: id,
        vesselId: v.optional(v.nullable(v.string()), null),
        place: v.optional(v.picklist(placeKeys), 'fridge'),
      }),
    ]),
    celsius: v.optional(temperature, 5),
    /** Water or skim run through at the end, g; some of it ends in the cream and the skim. */
    flushMass: v.optional(mass, 0),
    spilledMass: v.optional(mass, 0),
    /** Some of it should be thrown out, and the maker knows. */
    knowing: v.optional(v.boolean(), false),
    /** Run cold, by who was told what comes of it; says nothing of whether the milk is safe. */
    cold: v.optional(v.boolean(), false),
    details: v.optional(
      v.strictObject({
        /** Where the ladle was foreseen to meet the blue and where it really stopped, mm below the surface. */
        foreseen: v.optional(v.number()),
        stopped: v.optional(v.number()),
        standHours: v.optional(v.number()),
        screw: v.optional(v.number()),
        flow: v.optional(v.number()),
        milkCelsius: v.optional(temperature),
        skimFat: v.optional(fraction),
        minutes: v.optional(v.number()),
        discsIn: v.optional(v.number()),
        discsOut: v.optional(v.number()),
        separatorId: v.optional(v.string()),
        ladleDepth: v.optional(v.number()),
      }),
      {},
    ),
  }),
  carryOut: async (scope, input, sender) => {
    const at = momentOf(input.atSeconds, sender);
    const { details } = input;
    if (input.way === 'separator' && (details.milkCelsius ?? 36) < coldestMilk && !input.cold)
      throw new Refusal(
        `Milk of ${wholeCelsius(details.milkCelsius!)} floods the bowl or leaves its fat in the skim: it works at 35 to 40 °C.`,
        'cold',
      );
    if (
      details.discsIn !== undefined &&
      details.discsOut !== undefined &&
      details.discsIn !== details.discsOut
    )
      throw new Refusal(
        `${details.discsIn} discs went in and ${details.discsOut} came out: look in the bowl and the sink before anything else.`,
        'details.discsOut',
      );
    for (const { fat } of input.cuts)
      if (fat > richestCream)
        throw new Refusal(
          `Cream of ${percent(fat, 0)} is butter already: cream holds at most 60 % fat.`,
          'cuts.fat',
        );
    const creams = await standingLots(scope, ['cream'], sender.receivedAt);
    const held = new Map(creams.flatMap((lot) => (lot.vessel ? [[lot.vessel.id, lot.id]] : [])));
    // Cream put into a vessel that holds cream is poured onto it: a tub that is topped up keeps the age of its oldest part.
    const tubOf = ({ intoLotId, vesselId }: (typeof input.cuts)[number]) =>
      intoLotId ?? (vesselId === null ? undefined : held.get(vesselId));
    const drawn = await draw(
      scope,
      input.from,
      sender,
      input.cuts.flatMap((cut) => tubOf(cut) ?? []),
    );
    const notMilk = drawn.find(({ lot }) => lot.kind !== 'milk');
    if (notMilk) throw new Refusal(`${notMilk.lot.code} is ${notMilk.lot.kind}, not milk.`, 'from');
    const milkMass = drawn.reduce((sum, one) => sum + one.mass, 0);
    const milkFat = drawn.reduce((sum, one) => sum + one.fat, 0);
    const creamMass = input.cuts.reduce((sum, cut) => sum + cut.mass, 0);
    const creamFat = input.cuts.reduce((sum, cut) => sum + cut.mass * cut.fat, 0);
    const skimMass = milligrams(milkMass + input.flushMass - creamMass - input.spilledMass);
    if (skimMass < 0)
      throw new Refusal(
        `${wholeGrams(creamMass)} of cream cannot come from ${wholeGrams(milkMass)} of milk: check the amount and the unit.`,
        'cuts.mass',
      );
    if (creamFat > milkFat * mostFatOver)
      throw new Refusal(
        `That cream would hold ${wholeGrams(creamFat)} of fat; the milk held about ${wholeGrams(milkFat)}. Check the amount, or the cream’s fat.`,
        'cuts.fat',
      );
    const spilledFat = milligrams((input.spilledMass / milkMass) * milkFat);
    // The skim holds what was tested, or what is left; never less than a separator leaves.
    const skimFat =
      details.skimFat !== undefined
        ? milligrams(details.skimFat * skimMass)
        : milligrams(Math.max(0.0005 * skimMass, milkFat - creamFat - spilledFat));
    const emptied = new Set(drawn.filter(({ all }) => all).map(({ lot }) => lot.id));
    for (const cut of input.cuts)
      await intoVessel(
        scope,
        cut.vesselId,
        { mass: cut.mass, onto: 'cream', emptied, field: 'cuts.vesselId' },
        sender,
      );
    const onSkim =
      input.skim.to === 'lot'
        ? await intoVessel(
            scope,
            input.skim.vesselId,
            { mass: skimMass, onto: 'skim', emptied, field: 'skim.vesselId' },
            sender,
          )
        : {};
    await letPour(
      scope,
      drawn.map(({ lot }) => lot),
      at,
      input.knowing,
    );
    const milk = blendOf(drawn.map(({ lot }) => lot));
    const treatment = input.way === 'boiled' ? 'boiled' : milk.treatment;
    const shared = {
      treatment,
      ripened: false,
      blockedReason: milk.blockedReason,
      blockedUntil: milk.blockedUntil,
      oldestAt: milk.oldestAt,
    } as const;
    const into: Into[] = input.cuts.map((cut) => {
      const tub = tubOf(cut);
      return {
        lotId: tub ?? cut.lotId,
        mass: milligrams(cut.mass),
        fat: milligrams(cut.mass * cut.fat),
        celsius: input.celsius,
        ...(tub
          ? {}
          : {
              fresh: {
                ...shared,
                kind: 'cream' as const,
                vesselId: cut.vesselId,
                fatMethod: cut.fatMethod,
                fatSd: cut.fatSd,
                details: { ...milk.details, cut: cut.cut },
              },
            }),
      };
    });
    const made =
      input.skim.to === 'use' && skimMass > 0 && isMade(input.skim.use)
        ? intoMade(
            input.skim.use,
            { mass: skimMass, fat: skimFat, lots: drawn.map(({ lot }) => lot) },
            actId(sender),
            { heated: true },
          )
        : undefined;
    const to = [
      ...(input.spilledMass > 0
        ? [{ account: 'spilled', mass: milligrams(input.spilledMass), fat: spilledFat }]
        : []),
      ...(input.skim.to === 'use' && skimMass > 0 && !made
        ? [{ account: input.skim.use, mass: skimMass, fat: skimFat }]
        : []),
      ...(made?.to ?? []),
    ];
    const skimInto: Into[] =
      input.skim.to === 'lot' && skimMass > 0
        ? [
            {
              lotId: onSkim.onto?.id ?? input.skim.lotId,
              mass: skimMass,
              fat: skimFat,
              celsius: input.celsius,
              ...(onSkim.onto
                ? {}
                : {
                    fresh: {
                      ...shared,
                      kind: 'skim' as const,
                      vesselId: input.skim.vesselId,
                      fatMethod: 'batches' as const,
                      fatSd: 0.002,
                      details: milk.details,
                    },
                  }),
            },
          ]
        : [];
    const codes = await move(scope, sender, {
      kind: 'separated',
      at,
      details: {
        ...details,
        way: input.way,
        vesselId: drawn[0]!.lot.vessel?.id ?? null,
        milkMass,
        milkFat: milkFat / milkMass,
        creamMass,
        creamFat: creamFat / creamMass,
        ...made?.details,
        skimUse: input.skim.to === 'use' ? input.skim.use : 'kept',
      },
      from: drawn,
      sources: input.flushMass > 0 ? [{ account: 'water', mass: milligrams(input.flushMass), fat: 0 }] : [],
      into: [...into, ...skimInto, ...(made?.into ?? [])],
      to,
    });
    const by = { device: sender.device, commandId: sender.commandId, recordedAt: sender.receivedAt };
    const placed = [...into.map((one, i) => ({ lotId: one.lotId, fresh: one.fresh, place: input.cuts[i]!.place })),
      ...skimInto.map((one) => ({ lotId: one.lotId, fresh: one.fresh, place: input.skim.to === 'lot' ? input.skim.place : 'fridge' as const }))]; // prettier-ignore
    for (const [i, { lotId, fresh, place }] of placed.entries())
      if (fresh)
        await addLotEvents(
          scope,
          lotId,
          [{ kind: 'placed', id: `${actId(sender)}-a${i}`, atSeconds: at.getTime() / 1000 + 0.001, place, celsius: (await ownPlaces(scope))[place].celsius }],
          by,
        ); // prettier-ignore
    return { codes, creamMass, skimMass, skimFat: skimMass > 0 ? skimFat / skimMass : 0 };
  },
});
