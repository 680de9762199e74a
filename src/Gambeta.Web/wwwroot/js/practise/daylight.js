// In the sun a dark screen is a mirror: by one key it turns light. It stays so on this device.
import { read, write } from '../shared/storage.js';

const key = 'gambeta-daylight';

function show(isOn) {
  document.body.dataset.daylight = isOn ? 'yes' : 'no';
}

show(read(key) === 'yes');

/** Turns it; returns whether it is light now. */
export function turnDaylight() {
  const isOn = document.body.dataset.daylight !== 'yes';
  write(key, isOn ? 'yes' : 'no');
  show(isOn);
  return isOn;
}
