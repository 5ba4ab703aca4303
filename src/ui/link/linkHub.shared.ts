import { LinkHub } from './linkHub.ts';
import type { HubRequest } from './followLink.ts';

/** The hub of all tabs of this browser: a worker that they share. */
const hub = new LinkHub();

(globalThis as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports }) => {
  const port = ports[0]!;
  const leaving = new Map<string, () => void>();
  port.onmessage = ({ data }: MessageEvent<HubRequest>) => {
    leaving.get(data.link)?.();
    leaving.delete(data.link);
    if (!data.follow) return;
    leaving.set(
      data.link,
      hub.follow(data.link, (news) => port.postMessage({ link: data.link, news })),
    );
  };
};
