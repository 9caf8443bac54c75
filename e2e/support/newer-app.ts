import { createServer, request, type Server } from 'node:http';
import { once } from 'node:events';
import { NEWER_PORT, TROUBLE_PORT } from './ports.js';

export const NEWER_URL = `http://localhost:${NEWER_PORT}`;

/** The server as seen through a door of one's own: it can hand out a newer app, and shut the way to the records. */
export class Door {
  newer = false;
  shut = false;
  readonly #server: Server = createServer((asked, answer) => {
    const { method, url = '/', headers } = asked;
    if (this.shut && url.startsWith('/api/')) {
      answer.destroy();
      return;
    }
    const { 'accept-encoding': _, ...plain } = headers;
    const on = request({ port: TROUBLE_PORT, host: '127.0.0.1', method, path: url, headers: plain }, (told) => {
      if (!this.newer || !url.startsWith('/ngsw.json')) {
        answer.writeHead(told.statusCode ?? 502, told.headers);
        told.pipe(answer);
        return;
      }
      let text = '';
      told.setEncoding('utf8');
      told.on('data', (piece: string) => (text += piece));
      told.on('end', () => {
        const manifest = { ...(JSON.parse(text) as object), appData: { newer: true } };
        answer.writeHead(200, { 'content-type': 'application/json', 'cache-control': 'no-cache' });
        answer.end(JSON.stringify(manifest));
      });
    });
    on.on('error', () => answer.destroy());
    asked.pipe(on);
  });

  async open(): Promise<void> {
    this.#server.listen(NEWER_PORT, '127.0.0.1');
    await once(this.#server, 'listening');
  }

  close(): void {
    this.#server.closeAllConnections();
    this.#server.close();
  }
}
