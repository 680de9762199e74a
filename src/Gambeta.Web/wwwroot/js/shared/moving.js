// On the home network this device may come to trust the machine: it then goes from http to https, once nothing of it is left behind. Each
// scheme keeps its own things on a device, so what waits is sent first, and a practice under way is played to its end.
import { isUnderWay } from '../practise/kept-run.js';
import { flush } from './outbox.js';
import { isEmpty } from './waiting-store.js';

const patience = 4000;

/** Whether this device trusts the address. */
export async function trusts(safe) {
  try {
    // Whatever is answered: an answer comes only over a connection that this device holds for safe.
    await fetch(`${safe}/phone/here`, { mode: 'no-cors', cache: 'no-store', signal: AbortSignal.timeout(patience) });
    return true;
  } catch {
    return false;
  }
}

const isTyping = () => document.activeElement?.matches('input, select, textarea') ?? false;

/** Goes to the same page by https, where that is trusted and nothing is left here. */
export async function moveOver(safe) {
  if (!(await trusts(safe))) return;
  await flush();
  // Another household's things on this device count as well: they would wait here for good.
  if (!(await isEmpty()) || isTyping() || isUnderWay()) return;
  location.replace(safe + location.pathname + location.search + location.hash);
}
