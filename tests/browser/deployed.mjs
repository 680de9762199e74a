// What stands in deploy/ as it is run in a test: the same files, with the ports and folders of the test put in.
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from '@playwright/test';
import { root } from './server.mjs';

/** A file of deploy/, in which each of these pieces stands and is another one in the test. */
export function deployed(name, pieces) {
  let text = readFileSync(`${root}deploy/${name}`, 'utf8');
  for (const [is, becomes] of pieces) {
    if (!text.includes(is)) throw new Error(`deploy/${name} has no "${is}"`);
    text = text.replaceAll(is, becomes);
  }
  return text;
}

/** Waits until somebody listens there. */
export const listens = port =>
  expect(async () =>
    expect(
      await new Promise(resolve =>
        connect(port, '127.0.0.1')
          .on('connect', function () {
            this.end();
            resolve(true);
          })
          .on('error', () => resolve(false)),
      ),
    ).toBe(true),
  ).toPass({ timeout: 20_000 });

/**
 * HAProxy before two instances, as deploy/haproxy.cfg has it, on a port of its own. Says how it is told something, and how it ends.
 */
export async function haproxy(outside, ports) {
  const work = mkdtempSync(join(tmpdir(), 'gambeta-haproxy-')),
    socket = join(work, 'admin');
  writeFileSync(
    join(work, 'haproxy.cfg'),
    deployed('haproxy.cfg', [
      ['bind :443 ssl crt /etc/haproxy/gambeta.pem alpn h2,http/1.1', `bind 127.0.0.1:${outside}`],
      ['X-Forwarded-Proto https', 'X-Forwarded-Proto http'],
      ['/run/haproxy/admin.sock', socket],
      ['127.0.0.1:5081', `127.0.0.1:${ports[0]}`],
      ['127.0.0.1:5082', `127.0.0.1:${ports[1]}`],
    ]),
  );
  const running = spawn('/usr/sbin/haproxy', ['-f', join(work, 'haproxy.cfg')], { stdio: 'ignore' }),
    end = () => running.kill('SIGTERM');
  process.once('exit', end);
  await listens(outside);
  return {
    tell: what =>
      new Promise((resolve, reject) => {
        let said = '';
        connect(socket)
          .on('data', piece => {
            said += piece;
          })
          .on('end', () => resolve(said))
          .on('error', reject)
          .end(`${what}\n`);
      }),
    end() {
      process.off('exit', end);
      end();
      rmSync(work, { recursive: true, force: true });
    },
  };
}

/**
 * PgBouncer before the throw-away cluster, as deploy/pgbouncer.ini has it: the options by which an instance goes through it, and how it
 * ends.
 */
export function pooler(cluster) {
  const port = execFileSync(`${root}tools/pooler`, ['up', cluster], { encoding: 'utf8' }).trim(),
    app = readFileSync(`${cluster}/roles`, 'utf8').match(/^app (.*)$/m)[1];
  return {
    options: [
      '--ConnectionStrings:App',
      app.replace(/Port=\d+/, `Port=${port}`) + ';Max Auto Prepare=0',
      '--ConnectionStrings:Listen',
      app,
      '--Proxy:Known',
      '127.0.0.1',
    ],
    end: () => execFileSync(`${root}tools/pooler`, ['down', cluster]),
  };
}
