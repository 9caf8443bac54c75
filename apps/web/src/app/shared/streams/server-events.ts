import { Observable } from 'rxjs';

/** Readings that the server sends as they come, for as long as somebody listens. Errors when the stream is refused. */
export function serverReadings<T>(address: string): Observable<T> {
  return new Observable((listener) => {
    const source = new EventSource(address);
    source.addEventListener('reading', ({ data }: MessageEvent<string>) => {
      listener.next(JSON.parse(data) as T);
    });
    source.addEventListener('error', () => {
      // A dropped link reconnects by itself; a stream that was refused stays closed.
      if (source.readyState === EventSource.CLOSED) listener.error(new Error('The instrument cannot be read.'));
    });
    return () => {
      source.close();
    };
  });
}
