import type { Request, Response } from 'express';

/** Something is sent so often, so that whoever listens knows the line is open. */
const HEARTBEAT_MS = 20_000;

export interface EventStream {
  /** `id` is what a reader names when it comes back. */
  send(event: string, data: unknown, id?: number): void;
  onClose(after: () => void): void;
  /** Does something at once and so often while the stream is open, never before the last time is over. What fails ends the stream. */
  every(ms: number, work: () => Promise<void> | void): void;
}

/** Streams of server-sent events that are open: a server that stops ends them, and does not wait for their readers. */
export class OpenStreams {
  readonly #open = new Set<Response>();

  begin(response: Response): EventStream {
    // Compression would hold events back.
    response.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-cache, no-transform' });
    response.flushHeaders();
    this.#open.add(response);
    const beat = setInterval(() => {
      response.write(': open\n\n');
    }, HEARTBEAT_MS);
    response.on('close', () => {
      clearInterval(beat);
      this.#open.delete(response);
    });
    return {
      send: (event, data, id) => {
        response.write(`${id === undefined ? '' : `id: ${id}\n`}event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
      },
      onClose: (after) => {
        response.on('close', after);
      },
      every: (ms, work) => {
        let busy = false;
        const turn = async (): Promise<void> => {
          if (busy) return;
          busy = true;
          await work();
          busy = false;
        };
        const next = (): void => {
          turn().catch(() => response.end());
        };
        next();
        const timer = setInterval(next, ms);
        response.on('close', () => {
          clearInterval(timer);
        });
      },
    };
  }

  endAll(): void {
    for (const response of this.#open) response.end();
  }
}

/** The number of the last event a reader has seen: told by its browser when it comes back, or in the address. */
export function lastSeen(request: Request, fromAddress: number): number {
  const told = Number(request.get('last-event-id') ?? NaN);
  return Number.isSafeInteger(told) && told >= 0 ? told : fromAddress;
}
