import { base } from './base.js';

export default {
  ...base,
  hasSlips: false,
  figure: sum => sum.left + sum.right,
  under: (sum, { phase }) => [phase.target && `of ${phase.target}`, phase.feet === 'both' && phase.seconds && `${sum.left + sum.right} in all`].filter(Boolean).join(' · '),
  inReach: (best, value, { phase, elapsed, sheet }) => !phase.seconds || value + sheet.mostTouchesASecond * (phase.seconds - elapsed / 1000) > best ? `best ${best}` : null,
  result: ({ left = 0, right = 0 }) => `${left + right} ${left + right === 1 ? 'touch' : 'touches'}`,
};
