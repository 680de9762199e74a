// Looks every few seconds whether this phone trusts the machine by now, and goes on by itself when it does.
import { moveOver } from '../shared/moving.js';

const every = 3000;

const { safe } = document.body.dataset;
setInterval(() => {
  if (document.visibilityState === 'visible') moveOver(safe);
}, every);
