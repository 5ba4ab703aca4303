import { useEffect, useState } from 'react';
import type { PracticeCommand } from '../../core/practice/commands.ts';
import { formatNumber } from '../../core/mathematics/quantity.ts';
import { lostLines } from '../../core/telemetry/acknowledgement.ts';
import { sentenceOf } from '../api.ts';
import { Button } from '../Button.tsx';
import { Notice } from '../Notice.tsx';
import styles from './LinkPanel.module.css';
import { hasSerial, listenToSerial } from './serialSender.ts';
import { keptToken } from './tokens.ts';
import { useLinkState, type LiveLink } from './useLink.ts';
import { say } from '../../core/language/say.ts';

interface LinkPanelProps {
  live: LiveLink;
  /** What the practice robot can do for this sheet. */
  offers: readonly { label: string; commands: PracticeCommand[] }[];
}

/** The live link: how to connect, what arrives, and what the practice robot can do. */
export function LinkPanel({ live, offers }: LinkPanelProps) {
  const { link, follower } = live;
  const state = useLinkState(follower);
  const [fault, setFault] = useState<string | null>(null);
  const attempt = (work: Promise<unknown>) =>
    void work.then(
      () => setFault(null),
      (error: unknown) => setFault(sentenceOf(error)),
    );
  return (
    <section className={styles['panel']} aria-label={say`Live link`}>
      {link === null ? (
        <div className={styles['buttons']}>
          <h2>{say`Live link`}</h2>
          <Button
            data-needs="table"
            onClick={() => attempt(live.open(true))}
          >{say`Use the practice robot`}</Button>
          <Button
            data-needs="table"
            onClick={() => attempt(live.open(false))}
          >{say`Connect a hub`}</Button>
        </div>
      ) : (
        <>
          <p className={styles['state']} data-open={state?.status === 'open'}>
            <strong>{link.practice ? say`Practice robot` : say`Hub`}</strong>,{' '}
            {state === null || state.status === 'opening'
              ? say`connecting …`
              : state.status === 'cut'
                ? say`connection cut: nothing that was acknowledged is lost, trying again …`
                : state.perSecond > 0
                  ? say`${state.perSecond} lines a second`
                  : say`waiting for lines`}
          </p>
          {state !== null && <Counts receipt={state.receipt} />}
          {link.practice ? (
            <div className={styles['buttons']}>
              {offers.map(({ label, commands }) => (
                <Button key={label} onClick={() => attempt(live.command(commands))}>
                  {label}
                </Button>
              ))}
              <Button
                variant="quiet"
                onClick={() => attempt(live.drop())}
              >{say`Stop after this`}</Button>
              <Button
                variant="quiet"
                onClick={() => attempt(live.command([{ do: 'charge' }]))}
                title={say`A full pack is put in. Bus sensors fall silent on a low one.`}
              >{say`Full battery`}</Button>
            </div>
          ) : (
            <HowToSend
              token={keptToken(link.id)}
              onFault={setFault}
              onOpen={() => attempt(live.open(false))}
            />
          )}
        </>
      )}
      {fault !== null && <Notice tone="fault">{fault}</Notice>}
    </section>
  );
}

function Counts({ receipt }: { receipt: NonNullable<ReturnType<typeof useLinkState>>['receipt'] }) {
  const counts = [
    { count: receipt.arrived, word: say`arrived` },
    { count: lostLines(receipt), word: say`missing`, bad: true },
    { count: receipt.late, word: say`late` },
    { count: receipt.doubled, word: say`doubled` },
    { count: receipt.malformed, word: say`unreadable`, bad: true },
  ];
  return (
    <>
      <ul className={styles['counts']} aria-label={say`Lines of this link`}>
        {counts.map(({ count, word, bad = false }) => (
          <li key={word} data-bad={count > 0 && bad}>
            <span className="mono">{formatNumber(count, 0)}</span> {word}
          </li>
        ))}
      </ul>
      {receipt.lastFault !== null && (
        <p className={styles['fault']}>{say`Last unreadable line: ${receipt.lastFault}`}</p>
      )}
    </>
  );
}

interface HowToSendProps {
  /** Null when the link was opened on another device. */
  token: string | null;
  onFault: (fault: string) => void;
  onOpen: () => void;
}

function HowToSend({ token, onFault, onOpen }: HowToSendProps) {
  const [stop, setStop] = useState<(() => void) | null>(null);
  useEffect(() => () => stop?.(), [stop]);
  if (token === null) {
    return (
      <div className={styles['how']}>
        <p>{say`This link was opened on another device: its address stands there.`}</p>
        <Button onClick={onOpen}>{say`Open one here`}</Button>
      </div>
    );
  }
  return (
    <div className={styles['how']}>
      <p>{say`Let the hub, or a laptop beside it, send lines to this address, one after the other or many at once:`}</p>
      <code>{`POST ${location.origin}/api/v1/link/${token}`}</code>
      <code>{'{"n": 1, "t_s": 0.01, "heading_deg": 1.5}'}</code>
      {hasSerial() &&
        (stop === null ? (
          <Button
            onClick={() =>
              void listenToSerial(token, onFault).then(
                (end) => setStop(() => end),
                () =>
                  onFault(
                    say`No cable was chosen. Plug the hub in, press again, and pick it from the list.`,
                  ),
              )
            }
          >{say`Listen to a cable`}</Button>
        ) : (
          <Button onClick={() => setStop(null)}>{say`Stop listening to the cable`}</Button>
        ))}
    </div>
  );
}
