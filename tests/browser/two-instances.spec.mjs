import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './pages.mjs';
import { deployed, listens } from './deployed.mjs';
import { signUp, start, storedSets } from './household.mjs';
import { gone, portAt, serve } from './server.mjs';

const [outside, first, second] = [1, 2, 3].map(portAt);

/** nginx before two instances, over https, as somebody would run them. */
async function proxy() {
  const folder = mkdtempSync(join(tmpdir(), 'gambeta-nginx-'));
  execFileSync(
    'openssl',
    [
      'req',
      '-x509',
      '-newkey',
      'rsa:2048',
      '-nodes',
      '-days',
      '2',
      '-subj',
      '/CN=localhost',
      '-keyout',
      join(folder, 'key'),
      '-out',
      join(folder, 'cert'),
    ],
    { stdio: 'ignore' },
  );
  const own = deployed('nginx.conf', [
    ['listen 443 ssl', `listen 127.0.0.1:${outside} ssl`],
    ['gambeta.example', 'localhost'],
    ['/etc/gambeta/fullchain.pem', `${folder}/cert`],
    ['/etc/gambeta/privkey.pem', `${folder}/key`],
    ['127.0.0.1:5081', `127.0.0.1:${first}`],
    ['127.0.0.1:5082', `127.0.0.1:${second}`],
  ]);
  writeFileSync(
    join(folder, 'nginx.conf'),
    `
    ${process.getuid() === 0 ? 'user root;' : ''} daemon off; worker_processes 1; pid ${folder}/pid; error_log ${folder}/error.log;
    events { worker_connections 256; }
    http { access_log off; client_body_temp_path ${folder}/body; proxy_temp_path ${folder}/proxy;
      fastcgi_temp_path ${folder}/f; uwsgi_temp_path ${folder}/u; scgi_temp_path ${folder}/s;
      ${own} }`,
  );
  const nginx = spawn('nginx', ['-p', folder, '-c', join(folder, 'nginx.conf')], { stdio: 'ignore' });
  process.once('exit', () => nginx.kill('SIGTERM'));
  await listens(outside);
  return async () => {
    nginx.kill('SIGTERM');
    await new Promise(resolve => nginx.once('exit', resolve));
    rmSync(folder, { recursive: true, force: true });
  };
}

// As they ship: the brakes count for both together.
const instance = port =>
  serve(port, ['--Proxy:Known', '127.0.0.1', '--AllowedHosts', 'localhost;127.0.0.1;gambeta.example', '--Limits:TriesAtAName', '6']);

test(
  'two instances behind nginx over https: signed in at one, practised at the other, either killed in mid-round, and nothing is lost',
  { tag: '@soak' },
  async ({ browser }) => {
    test.setTimeout(480_000);
    const stop = await proxy();
    const servers = [await instance(first), await instance(second)];
    try {
      const context = await browser.newContext({ baseURL: `https://localhost:${outside}`, ignoreHTTPSErrors: true }),
        page = await context.newPage();
      const lines = [];
      page.on('websocket', line => lines.push(line.url()));
      const name = await signUp(page);
      expect(
        (await context.cookies())
          .filter(cookie => ['gambeta', 'gambeta-form'].includes(cookie.name))
          .map(cookie => [cookie.name, cookie.secure, cookie.httpOnly])
          .sort(),
      ).toEqual([
        ['gambeta', true, true],
        ['gambeta-form', true, true],
      ]);
      // Browsers are told to stay with https, but for this machine itself.
      const answer = await page.request.get('/', { headers: { Host: 'gambeta.example' }, maxRedirects: 0 });
      expect(answer.headers()['strict-transport-security']).toContain('max-age=');
      // In real time, through what really stands between.
      await page.goto('/practise/pull-back-laces-away');
      await start(page);
      const stage = page.locator('[data-stage]'),
        stored = page.locator('[data-stored]');
      let played = 0;
      const round = async () => {
        while ((await stage.getAttribute('data-phase')) !== 'work') await page.keyboard.press('ArrowRight');
        await page.keyboard.press('f');
        await page.keyboard.press('ArrowRight');
        played++;
      };
      await round();
      await expect(stored).toHaveText('all saved');
      expect(lines[0]).toContain(`wss://localhost:${outside}/api/line`);
      await gone(servers[0]);
      await round();
      await expect(stored).toHaveText('all saved', { timeout: 60_000 });
      servers[0] = await instance(first);
      await gone(servers[1]);
      await round();
      await expect(stored).toHaveText('all saved', { timeout: 60_000 });
      await round();
      await expect(stored).toHaveText('all saved', { timeout: 60_000 });
      servers[1] = await instance(second);
      const sets = await storedSets(page);
      expect(sets.length).toBe(played);
      expect(new Set(sets.map(set => set.id)).size).toBe(played);

      // Where signing in is asked for the way back is https as well.
      const visitor = await browser.newContext({ baseURL: `https://localhost:${outside}`, ignoreHTTPSErrors: true }),
        door = await visitor.newPage();
      const asked = await visitor.request.get('/today', { maxRedirects: 0 });
      expect(new URL(asked.headers().location, `https://localhost:${outside}`).protocol).toBe('https:');
      // A name that somebody guesses is braked for both instances together; the devices that are in go on.
      const statuses = [];
      for (let i = 0; i < 8; i++) {
        await door.goto('/');
        await door.getByLabel('Household').fill(name);
        await door.getByLabel('Password').fill(`wrong guess ${i}`);
        statuses.push(
          (
            await Promise.all([
              door.waitForResponse(response => response.request().method() === 'POST'),
              door.getByRole('button', { name: 'Sign in' }).click(),
            ])
          )[0].status(),
        );
      }
      expect(statuses).toEqual([...Array(6).fill(200), 429, 429]);
      await page.goto('/today');
      await expect(page.locator('h1')).toContainText('touches today');
      // Nobody gets in by another host's name.
      expect((await visitor.request.get('/', { headers: { Host: 'elsewhere.example' } })).status()).toBe(400);
      await visitor.close();
      await context.close();
    } finally {
      for (const server of servers) await gone(server);
      await stop();
    }
  },
);
