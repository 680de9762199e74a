// What the count says in words: under the figure while it is played, and as the result when a set is over.
import { draftOf, heightsOf, isRun, rungOf, stationsOf } from './counting.js';
import { pointsOf } from './board.js';

const names = { cleanReps: ['clean rep', 'clean reps'], cleanPasses: ['pass', 'passes'] };
const heights = ['', 'the knee', 'the hip', 'the chest', 'the head', 'above the head'];
const amount = (measuredBy, count) => `${count} ${(names[measuredBy] ?? ['touch', 'touches'])[count === 1 ? 0 : 1]}`;

/** The figure in the middle, for work without a clock of its own. */
export function figureOf(drill, sum) {
  switch (drill.measuredBy) {
    case 'bestStreak':
    case 'ladderRung':
    case 'runInTouches': return sum.current;
    case 'targetPoints': return pointsOf(sum, drill);
    case 'trapHeights':
    case 'strikesByZone': return sum.hits.filter(h => h.hit).length;
    case 'touchesInARound': return sum.left + sum.right;
    default: return sum.reps;
  }
}

/** The line under the figure. */
export function underOf(drill, phase, sum, penalty) {
  const { target } = phase, tryOf = played => target ? `try ${Math.min(target, played + 1)} of ${target}` : `try ${played + 1}`;
  switch (drill.measuredBy) {
    case 'cleanReps': return target && sum.reps >= target ? `${target} done: Enter ends it, or go on` : `${target ? `of ${target}` : 'clean reps'}${sum.slips ? ` · slips ${sum.slips}` : ''}`;
    case 'hitsOutOfTries': return `${tryOf(sum.hits.length)} · missed ${sum.slips}`;
    case 'strikesByZone': return `${tryOf(sum.hits.length)} · missed ${sum.hits.filter(h => !h.hit).length}`;
    case 'targetPoints': return `points · ${tryOf(sum.hits.length)}`;
    case 'trapHeights': return `from ${heights[heightsOf(sum.hits.map(h => h.hit)).next]} · ${tryOf(sum.hits.length)}`;
    case 'ladderRung': {
      const { next } = rungOf(sum.tries);
      return `${next} in a row, then catch${target ? ` · go ${Math.min(target, sum.tries.length + 1)} of ${target}` : ''}`;
    }
    case 'bestStreak':
    case 'runInTouches': {
      const best = Math.max(0, ...sum.tries.filter(t => drill.measuredBy === 'bestStreak' || !t.dropped).map(t => t.touches));
      return `${tryOf(sum.tries.length).replace('try', 'Try')}${best ? ` · best so far ${best}` : ''}`;
    }
    case 'cleanPasses': return `run of ${sum.run} · longest ${sum.longest}`;
    case 'courseTime': return sum.void ? 'this run does not count' : sum.clips ? `${sum.clips} clipped: ${sum.clips * penalty} s on top` : 'home is back at the start';
    case 'stationsTime': {
      const { done, tries } = stationsOf(sum);
      return `station ${Math.min(drill.stations, done.length + 1)} of ${drill.stations} · try ${tries + 1}`;
    }
    case 'touchesInARound': return [target && `of ${target}`, phase.feet === 'both' && phase.seconds && `${sum.left + sum.right} in all`].filter(Boolean).join(' · ');
    default: return target ? `of ${target}` : '';
  }
}

/** What a set came to. */
export function resultOf({ drill, sum, draft, countedBy, seconds, bests, penalty }) {
  if (bests?.length) return `New best: ${bests.join(' and ')}`;
  if (countedBy === 'estimated') return 'Nobody counted. T types it in.';
  switch (drill.measuredBy) {
    case 'ladderRung': return `Rung ${rungOf(goesOf(draft)).highest}`;
    case 'hitsOutOfTries':
    case 'strikesByZone': return `${draft.reps} of ${draft.reps + draft.slips}`;
    case 'bestStreak': return `Longest ${Math.max(0, ...draft.tryTouches)}`;
    case 'runInTouches': return `${Math.max(0, ...goesOf(draft).filter(t => t.dropped === false).map(t => t.touches))} touches on the way`;
    case 'courseTime': return sum.void && countedBy === 'tapped' ? 'A run that does not count' : `${hand(draft.seconds + draft.clips * penalty)} s`;
    case 'stationsTime': return draft.stationTries.length >= drill.stations ? `${hand(draft.seconds)} s` : `${draft.stationTries.length} of ${drill.stations} stations`;
    case 'targetPoints': return `${draft.points ? draft.points.reduce((a, b) => a + b, 0) : pointsOf(sum, drill)} points`;
    case 'trapHeights': return `${draft.inside.filter(Boolean).length} of ${draft.inside.length} inside`;
    case 'cleanReps': return amount(drill.measuredBy, draft.reps);
    default: return amount(drill.measuredBy, (draft.left ?? 0) + (draft.right ?? 0));
  }

  function goesOf({ tryTouches, tryDropped }) { return tryTouches.map((touches, i) => ({ touches, dropped: tryDropped[i] })); }
}

/** Hand times are rounded up to the tenth. */
export const hand = seconds => (Math.ceil(seconds * 10 - 1e-6) / 10).toFixed(1);

/** What a set is chiefly measured by, as far as it went; nothing for heights, which only the core judges. Of a run it is the time with its penalties. */
export function valueOf({ measuredBy, targetPoints }, sum, seconds, penalty) {
  switch (measuredBy) {
    case 'cleanReps': return sum.reps;
    case 'cleanPasses': return sum.longest;
    case 'bestStreak': return Math.max(sum.current, ...sum.tries.map(t => t.touches));
    case 'runInTouches': return Math.max(0, ...sum.tries.filter(t => !t.dropped).map(t => t.touches));
    case 'ladderRung': return rungOf(sum.tries).highest;
    case 'hitsOutOfTries':
    case 'strikesByZone': return sum.hits.filter(h => h.hit).length;
    case 'targetPoints': return pointsOf(sum, { targetPoints });
    case 'trapHeights': return undefined;
    case 'courseTime':
    case 'stationsTime': return sum.void ? undefined : Number(hand(seconds + sum.clips * penalty));
    default: return sum.left + sum.right;
  }
}

/** How it stands against the best: beaten, or what there is to beat where that can still be done. A record out of reach only weighs. */
export function bestInReach(drill, phase, sum, best, elapsed, { clipPenaltySeconds, mostTouchesASecond }) {
  if (best === undefined) return null;
  const value = valueOf(drill, sum, elapsed / 1000, clipPenaltySeconds);
  if (isRun(drill.measuredBy)) return value < best ? `best ${best.toFixed(1)} s` : null;
  if (value > best) return 'more than ever';
  const triesLeft = phase.target ? phase.target - sum.hits.length : Infinity;
  switch (drill.measuredBy) {
    case 'hitsOutOfTries':
    case 'strikesByZone': return value + triesLeft > best ? `best ${best}` : null;
    case 'targetPoints': return value + triesLeft * Math.max(...drill.targetPoints) > best ? `best ${best} points` : null;
    case 'trapHeights': return best < 5 ? `best from ${heights[best]}` : null;
    case 'ladderRung': return `best rung ${best}`;
    case 'touchesInARound': return !phase.seconds || value + mostTouchesASecond * (phase.seconds - elapsed / 1000) > best ? `best ${best}` : null;
    default: return `best ${best}`;
  }
}

/** The draft that a typed correction starts from. */
export function draftFor(set) {
  const draft = draftOf(set.drill.measuredBy, set.sum, set.seconds);
  if (set.drill.measuredBy === 'targetPoints') draft.points = set.sum.hits.map(h => h.hit ? set.drill.targetPoints[Math.max(1, h.zone) - 1] ?? 0 : 0);
  return draft;
}

