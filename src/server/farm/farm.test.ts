import { randomUUID } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { toJsonSchema } from '@valibot/to-json-schema';
import { inFarm } from '@/data/farmScope';
import { countRows } from '@/data/farm/wholeFarm';
import { farmDocument } from '@/formats/farm/document';
import { tableKeys, tables } from '@/formats/farm/tables';
import { begin, event, morning, portion, send } from '../testing/aBatch';
import { aDairy, balanced, sums } from '../testing/aDairy';
import { exported, roundTrip } from '../testing/roundTrip';
import { importFarm } from './importFarm';

const house = aDairy();
const done = { status: 'done' };

/** A farm with something in every table that acts fill: milk kept from people, cream poured on, a batch put right, butter moved and eaten. */
async function lived(): Promise<string> {
  const farm = await house.farm();
  const [cow, jar, milk, cream] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
  await send(farm, 'house.settle', {
    name: 'Larkfold “upper”',
    unitSystem: 'imperial',
    timeZone: 'Europe/Dublin',
  });
  await send(farm, 'animal.put', { id: cow, name: 'Tansy', breed: 'kerry', calvedOn: '2027-03-01' });
  await send(farm, 'vessel.add', { id: jar, name: 'Blue jar', kind: 'jar', tool: null, capacity: 6000 });
  expect(
    await send(farm, 'milk.in', {
      lotId: milk,
      from: 'animals',
      animalIds: [cow],
      mass: 5000,
      massSd: 50,
      celsius: 34,
      treatment: 'raw',
      vesselId: jar,
      atSeconds: morning - 90_000,
    }),
  ).toMatchObject(done);
  expect(
    await send(farm, 'milk.separate', {
      way: 'ladle',
      from: [{ lotId: milk }],
      cuts: [{ lotId: cream, mass: 700, fat: 0.22 }],
      skim: { to: 'use', use: 'drunk' },
      atSeconds: morning - 40_000,
    }),
  ).toMatchObject(done);
  // Kept from people afterwards: what was drunk before stays drunk.
  expect(
    await send(farm, 'animal.put', {
      id: cow,
      name: 'Tansy',
      breed: 'kerry',
      calvedOn: '2027-03-01',
      withdrawnFrom: '2027-06-01',
      withdrawnUntil: '2027-06-30',
      withdrawnReason: 'medicine',
    }),
  ).toMatchObject(done);
  const batchId = await begin(farm);
  const [lotId, partId] = [randomUUID(), randomUUID()];
  const undoes = event(31, { kind: 'noted', note: 'splashes at 8, “so it was”' });
  expect(
    await send(farm, 'batch.record', {
      batchId,
      events: [
        event(8, { kind: 'mark', stage: 'break' }),
        event(11, { kind: 'drained', measured: 'mass', mass: 1050, massSd: 10 }),
        event(20, portion(lotId)),
        event(30, { kind: 'packed' }),
        undoes,
      ],
    }),
  ).toMatchObject(done);
  expect(
    await send(farm, 'batch.record', {
      batchId,
      events: [event(40, { kind: 'corrected', to: { creamFat: 0.4 }, was: { creamFat: 0.38 } })],
    }),
  ).toMatchObject(done);
  expect(
    await send(farm, 'butter.move', { lotId, to: 'freezer', mass: 250, partId, atSeconds: morning + 9000 }),
  ).toMatchObject(done);
  const eaten = randomUUID();
  expect(
    await send(farm, 'butter.finish', { lotId, how: 'eaten', mass: 40, atSeconds: morning + 9100 }, eaten),
  ).toMatchObject(done);
  expect(await send(farm, 'entry.undo', { commandId: eaten })).toMatchObject(done);
  expect(await send(farm, 'cleaning.record', { vesselIds: [jar], steps: ['rinse', 'scald'] })).toMatchObject(
    done,
  );
  return farm;
}

describe('a whole farm as one document', () => {
  it('out, and into a house that has nothing, is the same farm byte for byte; taken in once more it changes nothing', async () => {
    const farm = await lived();
    const empty = await house.farm();
    const { from, to } = await roundTrip(farm, empty);
    expect(to).toBe(from);
    expect(await sums(empty)).toMatchObject(balanced);
    expect(await sums(empty)).toEqual(await sums(farm));
    // It goes on there.
    expect(
      await send(empty, 'cream.in', {
        lotId: randomUUID(),
        mass: 500,
        fat: 0.35,
        fatSd: 0.02,
        fatMethod: 'label',
        treatment: 'raw',
      }),
    ).toMatchObject(done);
  });

  it('an empty farm is a document as well', async () => {
    const { from, to } = await roundTripOfNothing();
    expect(to).toBe(from);
  });

  it('of a version before is brought forward', async () => {
    const farm = await lived();
    const document = JSON.parse(await exported(farm)) as Record<string, unknown>;
    const without = (rows: unknown, ...names: string[]) =>
      (rows as Record<string, unknown>[]).map((row) =>
        Object.fromEntries(Object.entries(row).filter(([name]) => !names.includes(name))),
      );
    const { farm: settled, ...rest } = document;
    delete rest.answered;
    delete rest.pictures;
    const before = {
      ...rest,
      version: 1,
      farm: without(
        [settled],
        'freezer_room',
        'place_celsius',
        'salt_teaspoon',
        'usual_salt',
        'week_begins',
      )[0],
      animals: without(document.animals, 'served_on', 'dry_on'),
      vessels: without(document.vessels, 'retired_at'),
      portions: without(document.portions, 'pieces', 'mixed_in'),
      batches: without(document.batches, 'left_out', 'maker'),
      commands: without(document.commands, 'said_by'),
    };
    const empty = await house.farm();
    expect(await importFarm(empty, before, false)).toMatchObject({ outcome: 'taken', troubles: [] });
    expect(JSON.parse(await exported(empty))).toEqual(document);
  });
});

const roundTripOfNothing = async () => {
  const farm = await house.farm();
  const from = await exported(farm);
  const empty = await house.farm();
  // There is nothing in it that is not here already.
  expect(await importFarm(empty, JSON.parse(from), false)).toMatchObject({ outcome: 'nothing' });
  return { from, to: await exported(empty) };
};

describe('a document that cannot be taken in', () => {
  const nothingIn = async (farm: string) =>
    expect(
      Object.values(
        await inFarm(farm, (scope) =>
          countRows(
            scope,
            tableKeys.map((key) => tables[key].table),
          ),
        ),
      ).every((many) => many === 0),
    ).toBe(true);

  it('is told row by row, and nothing of it stays', async () => {
    const document = JSON.parse(await exported(await lived())) as Record<string, Record<string, unknown>[]>;
    const empty = await house.farm();
    document.lots![0]!.made_at = 'yesterday';
    document.lines![2]!.mass = '12';
    delete document.batches![0]!.number;
    document.portions![0]!.colour = 'gold';
    document.animals!.push({ ...document.animals![0]! });
    const report = await importFarm(empty, document, false);
    expect(report.outcome).toBe('refused');
    expect(report.says).toBe('5 things of this file cannot be taken in.');
    expect(report.troubles).toEqual([
      { where: 'animals, row 2', says: expect.stringMatching(/ stands there twice\.$/) },
      {
        where: 'lots, row 1, made_at',
        says: 'a moment with its zone is wanted, such as 2027-06-03T08:30:00+00:00.',
      },
      { where: 'batches, row 1, number', says: 'it is missing.' },
      { where: 'lines, row 3, mass', says: 'a number is wanted.' },
      { where: 'portions, row 1, colour', says: 'nothing of that name is known here.' },
    ]);
    await nothingIn(empty);
  });

  it('its books do not balance: the database says so, and nothing of it stays', async () => {
    const document = JSON.parse(await exported(await lived())) as { lines: { mass: number }[] };
    document.lines[0]!.mass += 1;
    const empty = await house.farm();
    const report = await importFarm(empty, document, false);
    expect(report).toMatchObject({
      outcome: 'refused',
      troubles: [{ says: expect.stringMatching(/two sides of entry/) }],
    });
    await nothingIn(empty);
  });

  it.each([
    [null, /farm document is wanted/],
    [[], /farm document is wanted/],
    [{ format: 'other' }, /no farm document/],
    [{ format: 'immulgo-farm', version: 99 }, /version 99 was found/],
    [{ format: 'immulgo-farm', version: 2 }, /./],
  ])('%j is answered in words', async (sent, says) => {
    const { outcome, troubles } = await importFarm(await house.farm(), sent, true);
    expect(outcome).toBe('refused');
    expect(troubles[0]!.says).toMatch(says);
  });

  it('into a house with books of its own, or that says otherwise, is refused', async () => {
    const [one, other] = [await lived(), await lived()];
    const document = JSON.parse(await exported(one)) as { animals: { breed: string }[] };
    const report = await importFarm(other, document, false);
    expect(report.outcome).toBe('refused');
    document.animals[0]!.breed = 'jersey';
    expect(await importFarm(one, document, false)).toMatchObject({
      outcome: 'refused',
      troubles: [{ where: 'animals, row 1, breed', says: 'this house says otherwise.' }],
    });
  });
});

it('the published schema and example are what is written and read', async () => {
  if (process.env.WRITE_FARM_FORMAT) {
    writeFileSync('docs/farm.schema.json', `${JSON.stringify(toJsonSchema(farmDocument, { errorMode: 'ignore' }), null, 2)}\n`);
    writeFileSync('docs/farm.example.json', await exported(await lived()));
  }
  const schema = JSON.parse(readFileSync('docs/farm.schema.json', 'utf8')) as unknown;
  expect(schema).toEqual(JSON.parse(JSON.stringify(toJsonSchema(farmDocument, { errorMode: 'ignore' }))));
  const example = JSON.parse(readFileSync('docs/farm.example.json', 'utf8')) as unknown;
  const empty = await house.farm();
  expect(await importFarm(empty, example, false)).toMatchObject({ outcome: 'taken', troubles: [] });
  expect(JSON.parse(await exported(empty))).toEqual(example);
}); // prettier-ignore
