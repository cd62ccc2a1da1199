'use client';

import { useRef, useState } from 'react';
import { clarities } from '@/core/churning/batchWords';
import type { MarkStage } from '@/core/churning/stages';
import { markStages, stageSigns } from '@/core/churning/stages';
import { elapsedAt } from '@/core/churning/batchStory';
import { lastAct } from '@/core/churning/lastAct';
import { fillLimit, isQuick, tools } from '@/core/churning/tools';
import { churningCautions } from '@/core/keeping/cautions';
import type { BatchView } from '@/server/churning/views';
import { Beside } from '../../board/Beside';
import { Cautions } from '../../caution/Caution';
import { useSay } from '../../frame/FarmContext';
import { laterPart } from '../../frame/laterPart';
import { useDraft } from '../../frame/useDraft';
import { useNow } from '../../frame/useNow';
import { Unseen } from '../../theme/Enamel';
import { CreamDrawing } from '../../vessel/CreamDrawing';
import { Advice } from './Advice';
import { BreakChime, Clock, HandOver, LiveStrip, LoadClock } from './Clocks';
import type { FootHandle } from './Foot';
import { Foot } from './Foot';
import type { Turns } from './FootForms';
import { liveWindow } from './liveWindow';
import { MakeDayJot } from './MakeDayJot';
import { actWords, nextWords } from '../eventWords';
import { phaseWords } from '../batchSaid';
import { inTheChurn, isDrained, likeliestMark, stageByNow } from './stageNow';
import { OfferedActs, offersAtFirst } from '../offered';
import { Stops } from './Stops';
import { useBatch } from '../useBatch';
import { useForeseen } from '../plan/useForeseen';
import type { SaidWhen } from '../../quantity/saidWhen';
import { useKeys } from '../../frame/useKeys';
import { theJudging } from '../verdict/judging';
import { useLater } from '../../frame/useLater';
import { useLive } from './useLive';
import { useScreenAwake } from './useScreenAwake';
import { Headline } from '../../theme/Headline';
import styles from './ChurnView.module.css';

/** A panel the maker chose out of turn, and after how many events. */
interface Jump {
  to?: 'portion' | 'drained' | 'washed';
  after?: number;
}

const isMark = (act: string): act is MarkStage => (markStages as readonly string[]).includes(act);

const theFinish = () => import('../finishing');
const PausePanel = laterPart(() => import('./PausePanel').then((part) => part.PausePanel));
const ForgottenPause = laterPart(() => import('./ForgottenPause').then((part) => part.ForgottenPause), null);
const WhatHappened = laterPart(() => import('./WhatHappened').then((part) => part.WhatHappened), null);

const PutBy = laterPart(() => import('./PutBy').then((part) => part.PutBy), null);

/** How often what is said of the churn is thought over again, ms; its clocks run by themselves. */
const thinksEvery = 2000;

/** One batch, live, from cream to packed butter: now in words, the next thing as one big button, everything else small. */
export function ChurnView({ view: drawn }: { view: BatchView }) {
  const say = useSay();
  const finish = useLater(theFinish, true);
  // At hand for the end of the day, with the house or without it.
  useLater(theJudging);
  const [looked, setLooked] = useState<number>();
  const [when, onWhen] = useState<SaidWhen>();
  const tells = { when, onWhen };
  const { view, story, unsent, record } = useBatch(drawn, looked);
  const { facts } = view;
  const now = useNow(thinksEvery);
  const [offers] = useState(offersAtFirst);
  const press = (name: string) => () => offers.get(name)?.();
  const [jump, setJump] = useDraft<Jump>(`jump:${view.id}`, () => ({}));
  const [keySheet, setKeySheet] = useState(false);
  const foot = useRef<FootHandle>(null);
  const tool = tools[story.tool];
  const quick = isQuick(story.tool);
  const elapsed = elapsedAt(story.clock, now);
  const reading = story.readings.at(-1)?.temperature;
  const { share } = story.loads[story.load - 1]!;
  const loads = story.loads.length;
  const goingOn = story.loads.filter(({ phase }) => phase === 'churning' || phase === 'paused').length;
  // Loads side by side can be looked at in turn until the last of them has stopped.
  const beside = goingOn > 0 && story.loads.filter(({ begunAt }) => begunAt !== undefined).length > 1;
  const foreseen = useForeseen(facts, story, view.pace);
  const live = useLive(view, story, now);
  const window = liveWindow(foreseen, live);
  useScreenAwake(story.phase === 'churning');
  const brokeHere = story.marks.some(({ stage, load }) => stage === 'break' && load === story.load);
  const runs = story.phase === 'churning' && !brokeHere;
  const breakFrom = runs && window.breakMinutes ? window.breakMinutes.low * 60 : undefined;
  const [turns, setTurns] = useDraft<Turns>('turns', () => ({ on: false, seconds: 60 }));
  const [large, setLarge] = useDraft<{ on: boolean }>('large', () => ({ on: false }));

  // A jump holds until something else happens, so that the panel a maker chose does not outlive its moment.
  const byNow = stageByNow(story, window.stageMinutes, elapsed);
  const next = isMark(story.next)
    ? likeliestMark(story.next, byNow, window.breakMinutes, elapsed)
    : story.next;
  // Washed enough holds until it is washed or drained again, whatever is felt, worked or noted meanwhile.
  const holds = (to: Jump['to']) =>
    to === 'portion' ? story.washes.length + story.drains.length : story.events.length;
  const inTheHand = story.phase === 'drained' || story.phase === 'washed';
  const panel =
    jump.to && jump.after === holds(jump.to) && (jump.to !== 'portion' || inTheHand) ? jump.to : next;
  const jumpTo = (to: Jump['to']) => setJump({ to, after: holds(to) });
  const mark = (stage: MarkStage) => record({ kind: 'mark', stage });
  const done = lastAct(story.events);
  const last = done[0];
  const undo =
    last && story.phase !== 'packed'
      ? () => record(done.map(({ id }) => ({ kind: 'undone' as const, eventId: id })))
      : undefined;
  const act = () => {
    if (panel === 'load') {
      setLooked(undefined);
      record({ kind: 'load' });
    }
    if (panel === 'resumed') record({ kind: 'resumed' });
    else if (isMark(panel)) mark(panel);
  };
  const rests = story.phase === 'paused' && isDrained(story);
  const churning =
    !rests && (story.phase === 'churning' || story.phase === 'paused' || story.phase === 'stopped');
  const onPad = panel === 'load' || panel === 'resumed' || isMark(panel);
  useKeys({
    ...Object.fromEntries(
      markStages.map((stage) => [actWords[stage].key, churning ? () => mark(stage) : undefined]),
    ),
    n: panel === 'load' ? act : undefined,
    p:
      story.phase === 'paused'
        ? () => record({ kind: 'resumed' })
        : story.phase === 'abandoned'
          ? undefined
          : () => record({ kind: 'paused' }),
    d: panel !== 'drained' && churning ? () => jumpTo('drained') : press('drained'),
    e: press('unwashed'),
    k: press('pack'),
    z: press('portion'),
    f: () => {
      press('stood-fridge')();
      press('chill')();
    },
    v: press('stood-room'),
    '5': press('washed-usual'),
    ...Object.fromEntries(clarities.map((clarity, i) => [String(i + 1), press(`washed-${clarity}`)])),
    r: () => foot.current?.open('temperature'),
    a: () => foot.current?.open('water'),
    '6': () => foot.current?.open('salt'),
    o: () => foot.current?.open('tool'),
    x: () => foot.current?.open('abandon'),
    q: () => foot.current?.open('speed'),
    i: () => foot.current?.open('note'),
    c: () => foot.current?.open('right'),
    m: () => foot.current?.open('loads'),
    h: () => foot.current?.open('turns'),
    l: () => setLarge({ on: !large.on }),
    y: press('advised'),
    j: press('jot'),
    u: undo,
    ' ': onPad ? act : undefined,
    '?': () => setKeySheet(true),
  });

  const packed = story.events.findLast((event) => event.kind === 'packed');
  if (story.phase === 'packed')
    return (
      finish && (
        <finish.VerdictPanel
          view={view}
          story={story}
          expected={foreseen.butter}
          record={record}
          onUnpack={packed && (() => record({ kind: 'undone', eventId: packed.id }))}
        />
      )
    );

  const words = nextWords(story, window, elapsed, reading, say);
  const advice = live && !brokeHere && churning && story.phase !== 'stopped' && (
    <div className={styles.advice}>
      <Advice advice={live.advice} record={record} />
    </div>
  );
  const breakSeconds = quick && runs && window.breakMinutes ? window.breakMinutes.mid * 60 : undefined;
  return (
    <OfferedActs offers={offers}>
      <Beside
        label="The churn now"
        plain={large.on}
        before={
          <p className={styles.which}>
            {view.number > 0 ? `Batch ${view.number}` : 'The new batch'}, {say.mass(facts.creamMass)} of cream
            {loads > 1 && `, load ${story.load} of ${loads}`}
          </p>
        }
        drawing={
          <CreamDrawing
            shape={tool.drawing}
            {...inTheChurn(story, facts, byNow.stage)}
            limit={fillLimit}
            label={`${tool.name}: ${stageSigns[byNow.stage].name}, ${stageSigns[byNow.stage].sign}`}
          />
        }
        below={
          churning && (
            <p className={styles.now}>
              {byNow.seen ? 'Now' : 'Should be'} <strong>{stageSigns[byNow.stage].name.toLowerCase()}</strong>
              {byNow.seen ? ': ' : ' by now: '}
              {stageSigns[byNow.stage].sign}
            </p>
          )
        }
      >
        <section className={styles.work} aria-label="The work" data-large={large.on}>
          <div className={styles.clock}>
            <div>
              <p className={styles.label}>
                {breakSeconds !== undefined ? 'Break expected in' : phaseWords[story.phase]}
              </p>
              <Clock clock={story.clock} breakSeconds={breakSeconds} className={styles.elapsed} />
              <BreakChime clock={story.clock} load={story.load} from={breakFrom} />
            </div>
            <div className={styles.next}>
              <p className={styles.label}>Next</p>
              <Headline>{words.next}</Headline>
              {words.more && <p className={styles.more}>{words.more}</p>}
            </div>
          </div>
          {churning && <LiveStrip story={story} window={window} prior={foreseen} />}
          {onPad && !rests && (
            <Stops
              story={story}
              window={window}
              elapsed={elapsed}
              quick={quick}
              big={panel}
              onMark={mark}
              onDrain={() => jumpTo('drained')}
            />
          )}
          {turns.on && story.phase === 'churning' && (
            <HandOver clock={story.clock} load={story.load} turns={turns} className={styles.turns} />
          )}
          {loads > 1 ? (
            <div
              className={styles.counter}
              role="group"
              aria-label={`${story.broken} of ${loads} loads broke`}
            >
              {story.loads.map((load, i) =>
                beside && load.begunAt !== undefined ? (
                  <button
                    key={i}
                    type="button"
                    aria-pressed={i + 1 === story.load}
                    data-done={load.broke}
                    data-now={i + 1 === story.load}
                    onClick={() => setLooked(i + 1)}
                    aria-label={`Load ${i + 1}, ${phaseWords[load.phase === 'waiting' ? 'stopped' : load.phase].toLowerCase()}`}
                  >
                    {i + 1}
                    <LoadClock clock={load.clock} />
                  </button>
                ) : (
                  <span key={i} aria-hidden data-done={load.broke} data-now={i + 1 === story.load}>
                    {i + 1}
                  </span>
                ),
              )}
            </div>
          ) : null}
          {story.events.some(({ kind }) => kind === 'paused') ? (
            <PutBy facts={facts} story={story} now={now} rests={rests} advice={advice} />
          ) : (
            advice
          )}
          {live && brokeHere && story.phase === 'churning' && (
            <p className={styles.more} role="status">
              {say.words(live.advice.says)}
            </p>
          )}
          <ForgottenPause story={story} window={foreseen.breakMinutes} now={now} record={record} />
          {story.pause && (
            <PausePanel
              pause={story.pause}
              now={now}
              sour={facts.ripened}
              butter={rests ? { facts, story, mass: foreseen.butter.mass } : undefined}
              record={record}
            />
          )}
          {onPad && (
            <div className={styles.pad}>
              {/* After a tap this button is another one: the second tap of a double tap is not a second mark. */}
              <button
                type="button"
                className={styles.big}
                onClick={(tap) => tap.detail < 2 && act()}
                data-act={panel}
              >
                {actWords[panel].button}
                <kbd>{actWords[panel].key}</kbd>
                {panel in stageSigns && <small>{stageSigns[panel as MarkStage].sign}</small>}
              </button>
            </div>
          )}
          {panel === 'drained' && finish && (
            <finish.DrainPanel
              batchId={view.id}
              facts={facts}
              story={story}
              foreseen={foreseen}
              share={beside ? share : 1}
              record={record}
              tells={tells}
            />
          )}
          {panel === 'washed' && finish && (
            <finish.WashPanel
              batchId={view.id}
              facts={facts}
              story={story}
              foreseen={foreseen}
              record={record}
              tells={tells}
              onSkip={() =>
                story.washes.length > 0 ? jumpTo('portion') : record({ kind: 'worked', way: 'pressed' })
              }
            />
          )}
          {(panel === 'portion' || panel === 'packed') && finish && (
            <finish.PortionPanel
              view={view}
              story={story}
              foreseen={foreseen}
              record={record}
              tells={tells}
              onWash={() => jumpTo('washed')}
            />
          )}
          {story.phase === 'abandoned' && (
            <p className={styles.more}>This batch was given up. Undo brings it back.</p>
          )}
          <div className={styles.below}>
            <MakeDayJot view={view} story={story} record={record} />
            <Foot
              ref={foot}
              view={view}
              story={story}
              record={record}
              undo={undo}
              last={last}
              turns={turns}
              onTurns={setTurns}
              large={large.on}
              onLarge={() => setLarge({ on: !large.on })}
              onLook={setLooked}
            />
            {onPad && (
              <Cautions cautions={churningCautions({ tool: story.tool, treatment: facts.treatment })} />
            )}
            <WhatHappened story={story} unsent={unsent} record={record} />
          </div>
        </section>
        {finish && <finish.KeySheet open={keySheet} onClose={() => setKeySheet(false)} />}
        <Unseen role="status" aria-live="polite">
          {`${phaseWords[story.phase]}. Next: ${words.next}`}
        </Unseen>
      </Beside>
    </OfferedActs>
  );
}
