import { base } from './base.js';

export default {
  ...base,
  isMainEnd: (sum, phase) => sum.reps >= phase.target,
  under: (sum, { phase: { target } }) => target && sum.reps >= target
    ? `${target} done: Enter ends it, or go on`
    : `${target ? `of ${target}` : 'clean reps'}${sum.slips ? ` · slips ${sum.slips}` : ''}`,
  value: sum => sum.reps,
  result: ({ reps }) => `${reps} ${reps === 1 ? 'clean rep' : 'clean reps'}`,
  draft: sum => ({ reps: sum.reps, slips: sum.slips }),
  fields: () => [['reps', 'clean reps'], ['slips', 'slips']],
};
