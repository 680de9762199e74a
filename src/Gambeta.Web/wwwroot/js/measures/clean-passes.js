import { base, perFoot } from './base.js';
import { say } from '../shared/say.js';
import { known } from './known.js';

known(import.meta.url, {
  ...base,
  under: sum => say('run-and-longest', { run: sum.run, longest: sum.longest }),
  value: sum => sum.longest,
  result: ({ left = 0, right = 0 }) => say('passes', { n: left + right }),
  draft: sum => ({ left: sum.left, right: sum.right, longestRun: sum.longest, slips: sum.slips }),
  fields: feet => [...perFoot(feet, 'foot-passes'), ['longestRun', say('longest-run')]],
});
