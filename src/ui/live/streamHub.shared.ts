import type { HubAnswer, HubRequest } from './follow.ts';
import { StreamHub } from './streamHub.ts';

/** The hub of all tabs of this browser: a worker that they share. */
const hub = new StreamHub();

(globalThis as unknown as { onconnect: (event: MessageEvent) => void }).onconnect = ({ ports }) => {
  const port = ports[0]!;
  const leaving = new Map<string, () => void>();
  const answer = (content: HubAnswer) => port.postMessage(content);
  port.onmessage = ({ data }: MessageEvent<HubRequest>) => {
    const { topic, follow } = data;
    leaving.get(topic)?.();
    leaving.delete(topic);
    if (!follow) return;
    leaving.set(
      topic,
      topic === 'changes'
        ? hub.followChanges(data, (news) => answer({ topic, news }))
        : hub.followLink(topic, (news) => answer({ topic, news })),
    );
  };
};
