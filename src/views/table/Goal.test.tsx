import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { storedRun } from '../../../tests/fixtures/run.ts';
import type { Run, Session } from '../../contracts/practices.ts';
import { Goal } from './Goal.tsx';

const SESSION: Session = {
  id: '0a6d3a4e-52f5-4c3c-a6a5-0d8f5a1f7a02',
  title: 'Tuesday',
  startedAt: '2026-03-14T10:00:00.000Z',
  surface: '',
  people: '',
  note: '',
  goalRuns: 5,
  goalHits: 4,
  version: 1,
};
const runOf = (hit: boolean, part: Partial<Run> = {}) =>
  storedRun({ outcomes: [{ modelId: 'gate', hit, points: null }], ...part });
const shown = (runs: Run[], onChanged = vi.fn()) => {
  render(
    <QueryClientProvider client={new QueryClient()}>
      <Goal
        session={SESSION}
        runs={runs}
        checkpoint={{ id: 'gate', modelId: 'gate' } as Parameters<typeof Goal>[0]['checkpoint']}
        revision={1}
        onChanged={onChanged}
      />
    </QueryClientProvider>,
  );
  return onChanged;
};
const standing = () => screen.getByRole('status').textContent;
const times = <T,>(count: number, of: T): T[] => Array<T>(count).fill(of);

describe('the goal of a practice', () => {
  it.each([
    [[...times(2, runOf(true)), runOf(false)], '2 more hits in 2 runs.'],
    [times(4, runOf(true)), 'The goal is met.'],
    [times(2, runOf(false)), 'The goal is out of reach in this series.'],
    [[...times(3, runOf(true)), ...times(2, runOf(false))], 'The series is over, 1 short.'],
    [[runOf(true), runOf(true, { setAside: 'touched' })], '3 more hits in 4 runs.'],
  ])('says how it stands %#', (runs, sentence) => {
    shown(runs);
    expect(standing()).toBe(sentence);
  });
});

describe('a new goal', () => {
  const fetched = vi.fn<typeof fetch>();
  beforeEach(() => {
    fetched.mockReset();
    vi.stubGlobal('fetch', fetched);
  });
  const set = async (hits: string, runs: string) => {
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: 'Goal' }));
    for (const [label, text] of [
      ['Hits wanted', hits],
      ['Runs wanted', runs],
    ] as const) {
      await user.clear(screen.getByLabelText(label));
      await user.type(screen.getByLabelText(label), text);
    }
    await user.click(screen.getByRole('button', { name: 'Set' }));
  };

  it('with more hits than runs is refused in a sentence, and nothing is sent', async () => {
    shown([]);
    await set('7', '6');
    await screen.findByText(/no more hits than runs/);
    expect(fetched).not.toHaveBeenCalled();
  });

  it('is sent with the version that was seen, and shown as the server took it', async () => {
    const taken = { ...SESSION, goalRuns: 6, goalHits: 6, version: 2 };
    fetched.mockResolvedValue(Response.json(taken));
    const onChanged = shown([]);
    await set('6', '6');
    await vi.waitFor(() => expect(onChanged).toHaveBeenCalledWith(taken));
    const [path, request] = fetched.mock.calls[0]!;
    expect(path).toBe(`/api/v1/sessions/${SESSION.id}`);
    expect(JSON.parse(request!.body as string)).toMatchObject({ goalRuns: 6, version: 1 });
  });

  it('stays open with the reason when the server refuses it', async () => {
    fetched.mockResolvedValue(
      Response.json({ title: 'Conflict', detail: 'Somebody else changed it.' }, { status: 409 }),
    );
    shown([]);
    await set('3', '6');
    await screen.findByText(/Somebody else changed it/);
    expect(screen.getByLabelText<HTMLInputElement>('Hits wanted').value).toBe('3');
  });
});
