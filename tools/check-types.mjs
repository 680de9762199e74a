// The modules of the browser through TypeScript's checker, by their JSDoc. Two complaints are left out: a property that it does not see.
// Elements of a page have what the page gave them, and objects are put together by Object.assign; which of the two is wrong, a browser test
// says.
import { spawnSync } from 'node:child_process';

const left = new Set(['TS2339', 'TS2551']),
  own = ["Cannot find module './words.js'"];
const { stdout, status } = spawnSync('node_modules/.bin/tsc', ['-p', 'jsconfig.json', '--pretty', 'false'], { encoding: 'utf8' });
const wrong = stdout
  .split('\n')
  .filter(
    line =>
      /: error TS\d+/.test(line) &&
      !line.includes('/wwwroot/lib/') &&
      !left.has(line.match(/error (TS\d+)/)[1]) &&
      !own.some(known => line.includes(known)),
  );
console.log(wrong.join('\n'));
process.exit(wrong.length || (status !== 0 && !stdout) ? 1 : 0);
