// HTTP and the line by hand, so that either can be cut anywhere.
import { randomBytes } from 'node:crypto';
import { connect } from 'node:net';

export class Gone extends Error {}

/** Whatever becomes of a connection, nobody waits for it longer than this: what is cut in the wrong moment may never be told so. */
function within(ms, promise) {
  let timer;
  return Promise.race([
    promise,
    new Promise((_, reject) => {
      timer = setTimeout(() => reject(new Gone('no answer')), ms);
    }),
  ]).finally(() => clearTimeout(timer));
}

/** A visitor with cookies, at whichever instance it is sent to. */
export class Visitor {
  cookies = new Map();
  token = null;

  constructor(other) {
    if (other) Object.assign(this, { cookies: new Map(other.cookies), token: other.token, household: other.household });
  }

  get cookie() {
    return [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
  }

  ask(port, path, options) {
    return within(30_000, this.#ask(port, path, options));
  }

  async #ask(port, path, { signal, ...options } = {}) {
    try {
      const response = await fetch(`http://127.0.0.1:${port}${path}`, {
        redirect: 'manual',
        ...options,
        signal,
        headers: { Cookie: this.cookie, ...options.headers },
      });
      for (const line of response.headers.getSetCookie()) {
        const [, name, value] = line.match(/^([^=]+)=([^;]*)/);
        this.cookies.set(name, value);
      }
      return {
        status: response.status,
        text: await response.text(),
        location: response.headers.get('location'),
        retryAfter: Number(response.headers.get('retry-after')),
      };
    } catch (error) {
      throw new Gone(String(error.cause ?? error));
    }
  }

  async fetchToken(port) {
    const said = await this.ask(port, '/api/token');
    if (said.status !== 200) throw new Gone(`token ${said.status}`);
    this.token = JSON.parse(said.text).token;
  }

  post(port, path, body, signal) {
    return this.ask(port, path, { method: 'POST', signal, headers: this.#headers('application/json'), body: JSON.stringify(body) });
  }

  form(port, path, fields) {
    return this.ask(port, path, {
      method: 'POST',
      headers: this.#headers('application/x-www-form-urlencoded'),
      body: new URLSearchParams(fields).toString(),
    });
  }

  #headers(type) {
    return {
      'Content-Type': type,
      ...(this.token && { RequestVerificationToken: this.token }),
      ...(this.household && { Household: this.household }),
    };
  }

  /** Sends a part of a post, or all of it, and hangs up without reading. */
  async cut(port, path, body, share, waits) {
    const text = JSON.stringify(body);
    const head =
      `POST ${path} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nCookie: ${this.cookie}\r\nRequestVerificationToken: ` +
      `${this.token}\r\nContent-Type: application/json\r\nContent-Length: ${text.length}\r\n\r\n`;
    await within(
      10_000,
      new Promise(resolve => {
        const socket = connect(port, '127.0.0.1', () => {
          socket.write(head + text.slice(0, Math.floor(text.length * share)));
          setTimeout(() => {
            socket.resetAndDestroy();
            resolve();
          }, waits);
        });
        socket.on('error', resolve);
      }),
    ).catch(() => {});
  }
}

/** The open line: RFC 6455, as much of it as there is here. */
export class Line {
  #waiting = new Map();
  #n = 0;
  #buffer = Buffer.alloc(0);

  static open(visitor, port) {
    const line = new Line();
    return within(
      15_000,
      new Promise((resolve, reject) => {
        const socket = (line.socket = connect(port, '127.0.0.1', () =>
          socket.write(
            `GET /api/line?household=${visitor.household} HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nCookie: ` +
              `${visitor.cookie}\r\nConnection: Upgrade\r\nUpgrade: websocket\r\n` +
              `Sec-WebSocket-Version: 13\r\nSec-WebSocket-Key: ${randomBytes(16).toString('base64')}\r\nOrigin: ` +
              `http://127.0.0.1:${port}\r\n\r\n`,
          ),
        ));
        let head = '';
        socket.on('error', () => {
          line.close();
          reject(new Gone('line'));
        });
        socket.on('close', () => {
          line.close();
          reject(new Gone('line'));
        });
        socket.on('data', piece => {
          if (head === null) return line.#read(piece);
          head += piece.toString('latin1');
          if (!head.includes('\r\n\r\n')) return;
          if (!head.startsWith('HTTP/1.1 101')) {
            reject(new Gone(`line: ${head.slice(9, 12)}`));
            return socket.destroy();
          }
          head = null;
          resolve(line);
        });
      }),
    );
  }

  post(path, body) {
    const n = ++this.#n;
    return within(
      20_000,
      new Promise((resolve, reject) => {
        this.#waiting.set(n, { resolve, reject });
        if (this.isClosed) return this.close();
        this.#write(1, Buffer.from(JSON.stringify({ n, to: path, body })));
      }),
    ).catch(error => {
      this.close();
      throw error;
    });
  }

  #write(op, data) {
    const mask = randomBytes(4),
      size = data.length < 126 ? Buffer.from([0x80 | data.length]) : Buffer.from([0x80 | 126, data.length >> 8, data.length & 255]);
    this.socket.write(Buffer.concat([Buffer.from([0x80 | op]), size, mask, data.map((byte, i) => byte ^ mask[i % 4])]));
  }

  close() {
    this.isClosed = true;
    this.socket.destroy();
    for (const { reject } of this.#waiting.values()) reject(new Gone('line closed'));
    this.#waiting.clear();
  }

  #read(piece) {
    this.#buffer = Buffer.concat([this.#buffer, piece]);
    while (this.#buffer.length >= 2) {
      let size = this.#buffer[1] & 127,
        at = 2;
      if (size === 126) [size, at] = [this.#buffer.length >= 4 ? this.#buffer.readUInt16BE(2) : Infinity, 4];
      if (this.#buffer.length < at + size) return;
      const [op, data] = [this.#buffer[0] & 15, this.#buffer.subarray(at, at + size)];
      this.#buffer = this.#buffer.subarray(at + size);
      if (op === 8) return this.close();
      // The server asks every half minute whether anybody is there.
      if (op === 9) this.#write(10, data);
      if (op !== 1) continue;
      const { n, status, answer } = JSON.parse(data);
      this.#waiting.get(n)?.resolve({ status, text: JSON.stringify(answer) });
      this.#waiting.delete(n);
    }
  }
}
