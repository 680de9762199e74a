// After a set has been stored its drill's aims stand anew: they are asked for while the player rests, and nothing waits for them.
import { postOnLine } from './line.js';

/** @returns what is worth aiming at in the next set of a drill; nothing where nobody answers. */
export async function aimsAfter({ drill, player, session }) {
  try {
    const told = await postOnLine('/api/aims', { drill, player, session });
    if (told) return told.status === 200 ? told.answer : [];
    const answer = await fetch(`/api/aims/${encodeURIComponent(drill)}?player=${player}&session=${session}`, {
      signal: AbortSignal.timeout(8000),
    });
    return answer.ok ? await answer.json() : [];
  } catch {
    // Without network the aims stay as they were.
    return [];
  }
}
