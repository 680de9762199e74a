/** Keeps the screen awake while something is played; asks again when the page comes back into view. */
export async function keepAwake() {
  const ask = async () => {
    try {
      await navigator.wakeLock?.request('screen');
    } catch {
      // Refused on low battery or without https: the practice goes on, the screen may dim.
    }
  };
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'visible') ask();
  });
  await ask();
}
