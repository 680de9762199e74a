import { base, perFoot } from './base.js';

export default {
  ...base,
  under: sum => `run of ${sum.run} · longest ${sum.longest}`,
  value: sum => sum.longest,
  result: ({ left = 0, right = 0 }) => `${left + right} ${left + right === 1 ? 'pass' : 'passes'}`,
  draft: sum => ({ left: sum.left, right: sum.right, longestRun: sum.longest, slips: sum.slips }),
  fields: feet => [...perFoot(feet, 'passes'), ['longestRun', 'longest run']],
};
