// What ./dev runs once its database is there: `dotnet watch`, and beside it an eye on the files that need no build. It says how long each
// change took.
import { spawn } from 'node:child_process';
import { watch } from 'node:fs';
import { join, relative } from 'node:path';

const [root, port, database] = process.argv.slice(2),
  web = join(root, 'src/Gambeta.Web');
const address = `http://127.0.0.1:${port}`;
const say = words => console.log(`[dev] ${words}`);
const seconds = since => `${((performance.now() - since) / 1000).toFixed(1)} s`;

const app = spawn(
  'dotnet',
  [
    'watch',
    '--project',
    web,
    '--non-interactive',
    'run',
    '--no-launch-profile',
    '--',
    '--urls',
    address,
    '--Live',
    'true',
    '--Language',
    join(root, 'src/Gambeta.Words/en'),
    '--Logging:LogLevel:Default',
    'Warning',
  ],
  {
    stdio: ['ignore', 'pipe', 'pipe'],
    env: {
      ...process.env,
      ASPNETCORE_ENVIRONMENT: 'Development',
      ConnectionStrings__App: database,
      DOTNET_WATCH_RESTART_ON_RUDE_EDIT: '1',
      DOTNET_WATCH_SUPPRESS_LAUNCH_BROWSER: '1',
      DOTNET_WATCH_SUPPRESS_BROWSER_REFRESH: '1',
    },
  },
);
app.once('exit', code => process.exit(code ?? 1));

// Since when something is being built, and what.
let since = performance.now(),
  what = 'the start',
  open = false;

/** Until the application answers: what was changed can be seen now. */
async function seen() {
  while (
    !(await fetch(`${address}/healthz/live`).then(
      ({ ok }) => ok,
      () => false,
    ))
  )
    await new Promise(resolve => setTimeout(resolve, 100));
  say(`${what}: seen after ${seconds(since)}${open ? '' : `; open ${address}`}`);
  open = true;
  what = '';
}

for (const stream of [app.stdout, app.stderr]) {
  let line = '';
  stream.setEncoding('utf8').on('data', text => {
    const lines = (line + text).split('\n');
    line = lines.pop();
    for (const one of lines) {
      if (/error|warn|fail/i.test(one) || !/dotnet watch/.test(one)) console.log(one);
      if (/Hot reload.*(succeeded|applied)|changes applied/i.test(one) && what) void seen();
      if (/Started|Launched|Building .*succeeded|Now listening/i.test(one) && what) void seen();
    }
  });
}
void seen();

// Files that are read as they lie.
const live = [
  [join(web, 'wwwroot'), /\.(css|js|svg)$/],
  [join(root, 'src/Gambeta.Words/en'), /\.json$/],
];
for (const [folder, kinds] of live) {
  let last = 0;
  watch(folder, { recursive: true }, (_, file) => {
    if (!file || !kinds.test(file) || performance.now() - last < 300) return;
    last = performance.now();
    say(`${relative(root, join(folder, file))}: seen with the next request`);
  });
}
// What is built first: how long that takes is told when it is there.
for (const folder of ['src/Gambeta.Web', 'src/Gambeta.Core', 'src/Gambeta.Storage', 'src/Gambeta.Simulation']) {
  watch(join(root, folder), { recursive: true }, (_, file) => {
    if (!file || /(^|\/)(bin|obj)\//.test(file) || !/\.(cs|cshtml|yaml)$/.test(file) || !open) return;
    if (!what) since = performance.now();
    what = join(folder, file);
  });
}
