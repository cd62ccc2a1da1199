'use client';

import { useState } from 'react';
import type { Prices, YearMoney } from '@/core/planning/yearMoney';
import { yearMoney } from '@/core/planning/yearMoney';
import { counted } from '@/core/quantities/counted';
import { decimal } from '@/core/quantities/formatQuantity';
import type { MoneyView } from '@/server/ledger/views';
import { Door, Doors } from '../../board/Door';
import { useSay } from '../../frame/FarmContext';
import { RefusedSentence } from '../../outbox/RefusedSentence';
import { useAct } from '../../outbox/useAct';
import { Field } from '../../quantity/Field';
import { Quiet } from '../../theme/Enamel';
import { Headline } from '../../theme/Headline';
import { Press } from '../../theme/Press';
import { measures, moneySays, partNames, sayMoney } from './moneyWords';
import styles from './Money.module.css';

/** What a year’s butter cost, part by part, against the shop and against selling the cream. */
export function Money({ view }: { view: MoneyView }) {
  const say = useSay();
  const { books, farm } = view;
  const { prices } = farm;
  const cost = yearMoney(books, prices);
  const said = moneySays(books, prices, cost, say.system);
  const known = cost !== undefined && cost.parts.length > 0;
  return (
    <article className={styles.page}>
      <Headline>{said.says}</Headline>
      <p className={styles.why}>{said.why}</p>
      {known && <Parts cost={cost} prices={prices} />}
      <dl className={styles.books}>
        <div>
          <dt>Butter, {say.day(view.from, view.to)} to {say.day(view.to)}</dt>
          <dd>{say.mass(books.butter)}, {counted(books.batches, 'batch', 'batches')}</dd>
        </div>
        {cost && (
          <div>
            <dt>Of</dt>
            <dd>
              {[
                ...(cost.milkLitres > 0.5 ? [`${say.volume(cost.milkLitres * 1000)} of milk`] : []),
                ...(cost.boughtLitres > 0.5 ? [`${say.volume(cost.boughtLitres * 1000)} of bought cream`] : []),
              ].join(', ')}
            </dd>
          </div>
        )}
        <div>
          <dt>Hours, from begun to packed</dt>
          <dd>{decimal(books.hours, 0)} h</dd>
        </div>
        {books.skim + books.buttermilk > 0 && (
          <div>
            <dt>Skim and buttermilk put to use</dt>
            <dd>{say.volume((books.skim + books.buttermilk) / 1.03)}</dd>
          </div>
        )}
      </dl>
      {known && (
        <Press className={styles.print} onClick={() => window.print()}>
          Print the year
        </Press>
      )}
      <div className={styles.screen}>
        <Doors>
          <Door name="What things cost" value={pricesSaid(prices)} open={!known} group="money">
            <SayPrices prices={prices} />
          </Door>
          <Door name="Why" value="what it is worked out from" group="money">
            <div className={styles.inside}>
              <Quiet>
                (Milk and cream + salt + culture + fuel + wrapping + hours × pay − what skim and buttermilk were worth) ÷ the butter that was
                packed. Milk is as much as its cream was churned of, by the books; hours count from begun to packed, four a batch at the most.
              </Quiet>
              {cost && (
                <Quiet>
                  Nine times in ten between {sayMoney(cost.perKilogram.low * measures[say.system].kilograms, prices)} and{' '}
                  {sayMoney(cost.perKilogram.high * measures[say.system].kilograms, prices)} a {measures[say.system].weight}.
                </Quiet>
              )}
              {cost?.cautions.map(({ key, says }) => <Quiet key={key}>{says}</Quiet>)}
            </div>
          </Door>
        </Doors>
      </div>
    </article>
  );
} // prettier-ignore

/** Each part of what it costs as a bar on one scale; what is taken off again to the left. */
function Parts({ cost, prices }: { cost: YearMoney; prices: Prices }) {
  const say = useSay();
  const { kilograms, weight } = measures[say.system];
  const parts = cost.parts.toSorted((a, b) => b.perKilogram - a.perKilogram);
  const most = Math.max(...parts.map(({ perKilogram }) => Math.abs(perKilogram)));
  return (
    <ul className={styles.parts} aria-label={`What a ${weight} costs, part by part`}>
      {parts.map(({ name, perKilogram }) => (
        <li key={name} data-off={perKilogram < 0 || undefined}>
          <span>{capital(partNames[name] ?? name)}</span>
          <i style={{ width: `${Math.max(0.5, (60 * Math.abs(perKilogram)) / most)}%` }} aria-hidden />
          <b>{sayMoney(perKilogram * kilograms, prices)}</b>
        </li>
      ))}
    </ul>
  );
}

const capital = (words: string): string => `${words[0]!.toUpperCase()}${words.slice(1)}`;
const pricesSaid = (prices: Prices): string => {
  const said = Object.entries(prices).filter(([key, value]) => key !== 'money' && value !== undefined).length;
  return said === 0 ? 'nothing said yet' : `${counted(said, 'price')} said`;
};

type PriceKey = Exclude<keyof Prices, 'money'>;

/** Prices in the farm’s own measures; kept by the litre and the kilogram. */
function SayPrices({ prices }: { prices: Prices }) {
  const say = useSay();
  const { act, refused, busy } = useAct();
  const { liquid, litres, weight, kilograms } = measures[say.system];
  const fields: { key: PriceKey; label: string; each: number }[] = [
    { key: 'milkLitre', label: `A ${liquid} of your milk costs, or would fetch`, each: litres },
    { key: 'creamLitre', label: `A ${liquid} of bought cream`, each: litres },
    { key: 'shopKilogram', label: `A ${weight} of such butter in the shop`, each: kilograms },
    { key: 'creamFetches', label: `A ${liquid} of your cream would fetch`, each: litres },
    { key: 'hour', label: 'An hour of work', each: 1 },
    { key: 'cowYear', label: 'A cow, kept for a year', each: 1 },
    { key: 'goatYear', label: 'A goat or a ewe, kept for a year', each: 1 },
    { key: 'saltKilogram', label: `A ${weight} of salt`, each: kilograms },
    { key: 'cultureBatch', label: 'Culture for a batch', each: 1 },
    { key: 'fuelBatch', label: 'Fuel and power for a batch', each: 1 },
    { key: 'packingKilogram', label: `Wrapping for a ${weight} of butter`, each: kilograms },
    { key: 'skimLitre', label: `A ${liquid} of skim, put to use, is worth`, each: litres },
    { key: 'buttermilkLitre', label: `A ${liquid} of buttermilk is worth`, each: litres },
  ];
  const shown = (key: PriceKey, each: number) =>
    prices[key] === undefined ? '' : `${Math.round(prices[key] * each * 1000) / 1000}`;
  const [typed, setTyped] = useState<Partial<Record<PriceKey | 'money', string>>>({});
  const of = (key: PriceKey, each: number) => typed[key] ?? shown(key, each);
  const wrong = (key: PriceKey, each: number) => {
    const text = of(key, each).trim();
    return text === '' || numberOf(text) !== undefined ? undefined : `“${text}” is no amount: such as 1.20.`;
  };
  const keep = () => {
    const next: Prices = {};
    const money = (typed.money ?? prices.money ?? '').trim();
    if (money !== '') next.money = money;
    for (const { key, each } of fields) {
      const value = numberOf(of(key, each).trim());
      if (value !== undefined) next[key] = typed[key] === undefined ? prices[key] : value / each;
    }
    return act('house.settle', { prices: next }, 'The prices are kept.', { name: 'house.settle', input: { prices } }).then(
      (done) => done && setTyped({}),
    );
  };
  return (
    <div className={styles.inside}>
      <Quiet>What you know is enough; what is left out counts as nothing.</Quiet>
      <div className={styles.fields}>
        {fields.map(({ key, label, each }) => {
          const says = wrong(key, each);
          return (
            <Field
              key={key}
              label={label}
              value={of(key, each)}
              error={says !== undefined}
              helperText={says ?? ' '}
              onChange={({ target }) => setTyped({ ...typed, [key]: target.value })}
            />
          );
        })}
        <Field
          label="The money, as you write it"
          value={typed.money ?? prices.money ?? ''}
          helperText=" "
          onChange={({ target }) => setTyped({ ...typed, money: target.value.slice(0, 6) })}
        />
      </div>
      <Press
        look="main"
        style={{ justifySelf: 'start' }}
        disabled={busy || Object.keys(typed).length === 0 || fields.some(({ key, each }) => wrong(key, each) !== undefined)}
        onClick={() => void keep()}
      >
        Keep the prices
      </Press>
      <RefusedSentence refused={refused} />
    </div>
  );
} // prettier-ignore

/** An amount of money as people type it: 1.20, 1,20 or 12. */
function numberOf(text: string): number | undefined {
  const read = /^\d{1,6}(?:[.,]\d{1,4})?$/.exec(text) ? Number(text.replace(',', '.')) : NaN;
  return Number.isFinite(read) ? read : undefined;
}
