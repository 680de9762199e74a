import { expect, test } from './pages.mjs';
import { newHousehold } from './household.mjs';

test('the timeline does not drift: after ten simulated minutes of uneven ticks every phase began on its second', async ({ page }) => {
  await newHousehold(page, { level: 'steady' });
  await page.goto('/today');
  const off = await page.evaluate(async () => {
    const at = document.querySelector('script[type=module]').src,
      { Run } = await import(new URL('../practise/run.js', at));
    await import(new URL('../measures/touches-in-a-round.js', at));
    const phases = Array.from({ length: 20 }, (_, i) => ({
      kind: i % 2 ? 'rest' : 'work',
      drill: 0,
      feet: 'both',
      set: i + 1,
      seconds: 30,
    }));
    const began = [];
    let now = 1000;
    const run = new Run(
      { drills: [{ measuredBy: 'touchesInARound' }], phases: [...phases, { kind: 'done', drill: 0, feet: 'both' }] },
      null,
      { phase: () => began.push(run.began), setEnded() {} },
    );
    run.go(now);
    // A busy page ticks late, now and then by seconds.
    for (let i = 0; !run.isDone; i++) run.tick((now += 16 + ((i * 7919) % 97) + (i % 50 === 0 ? 2500 : 0)));
    return began.slice(0, 20).map((at, i) => at - 1000 - i * 30_000);
  });
  expect(off).toEqual(Array(20).fill(0));
});
