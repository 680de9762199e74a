// What is heard: the sounds and words of the phase that is on, and a beat to play to where one is chosen.
const openEndedSeconds = 60;

export class Heard {
  #beat = 0;

  /** @param sounds made on the audio clock @param voice words spoken aloud */
  constructor(sounds, voice) {
    Object.assign(this, { sounds, voice });
  }

  /** The beat that is chosen for a drill; nothing for none. */
  beatOf(drill) {
    return this.#beat ? drill.beats[this.#beat - 1] : null;
  }

  /** Everything that sounds in this phase from here on; ten seconds more move it all back. */
  begin(run, now) {
    const elapsed = run.elapsed(now),
      { phase, seconds } = run;
    const later = list => list.map(one => ({ ...one, second: one.second + (one.second > 0 ? run.extra : 0) }));
    // What sounds at the very start of a phase is handed over with the one before it, so that it is on time when the clock leads there.
    const own = later(phase.sounds).filter(one => one.second > 0 || run.cameBy !== 'clock' || elapsed > 500);
    const first = seconds ? run.ahead[0].sounds.filter(one => one.second === 0).map(one => ({ ...one, second: seconds })) : [];
    this.sounds.begin([...own, ...first], now - elapsed, now);
    this.voice.begin(later(phase.spoken), elapsed);
    this.#setBeat(run, now);
  }

  /** The next beat of the drill that is on, or none after the last. */
  nextBeat(run, now) {
    if (!run.drill.beats.length) return;
    this.#beat = (this.#beat + 1) % (run.drill.beats.length + 1);
    this.#setBeat(run, now);
  }

  tick(run, now) {
    this.sounds.tick(now);
    this.voice.tick(run.elapsed(now));
  }

  #setBeat(run, now) {
    const track = run.phase.kind === 'work' ? this.beatOf(run.drill) : null;
    this.sounds.beat(track?.hundredths ?? null, run.phase.seconds ?? openEndedSeconds, now - run.elapsed(now), now);
  }
}
