import { say } from '../../core/language/say.ts';

/** The part of Web Serial that is used here; browsers without it lack the member. */
interface SerialPort {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readable: ReadableStream<Uint8Array>;
}
type SerialNavigator = Navigator & { serial?: { requestPort(): Promise<SerialPort> } };

/** Usual speed of a hub's cable. */
const BAUD_RATE = 115_200;
/** How long lines are gathered before they are sent on, ms. */
const GATHER = 150;

/** Whether this browser can listen to a cable. */
export function hasSerial(): boolean {
  return (navigator as SerialNavigator).serial !== undefined;
}

/**
 * Listens to a hub on a cable and sends its lines to a link, as the hub itself would. Only whole lines
 * are sent; what could not be sent stays and goes with the next.
 *
 * @returns stops listening
 */
export async function listenToSerial(
  token: string,
  onFault: (sentence: string) => void,
): Promise<() => void> {
  const port = await (navigator as SerialNavigator).serial!.requestPort();
  await port.open({ baudRate: BAUD_RATE });
  const reader = port.readable.getReader();
  const decoder = new TextDecoder();
  let text = '';
  let sending = false;
  const pass = async () => {
    const end = text.lastIndexOf('\n') + 1;
    if (sending || end === 0) return;
    const whole = text.slice(0, end);
    sending = true;
    try {
      const answer = await fetch(`/api/v1/link/${token}`, { method: 'POST', body: whole });
      if (answer.ok) text = text.slice(end);
    } catch {
      // The server is away: the lines stay here until it is back.
    } finally {
      sending = false;
    }
  };
  const clock = setInterval(() => void pass(), GATHER);
  const listen = async () => {
    try {
      for (;;) {
        const { done, value } = await reader.read();
        if (done) break;
        text += decoder.decode(value, { stream: true });
      }
    } catch {
      onFault(say`The cable was pulled. What it had sent is kept; plug it in and connect again.`);
    }
  };
  void listen();
  return () => {
    clearInterval(clock);
    void reader.cancel().then(() => port.close());
    void pass();
  };
}
