import { renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { CancellableWorker } from './cancellableWorker.ts';
import { useWorked } from './useWorker.ts';

/** A worker that works when it is told to: what is asked of it is answered in the test. */
function handWorker() {
  const questions: { wanted: object; answer: (found: string) => void; fail: (e: Error) => void }[] =
    [];
  const [cancel, end] = [vi.fn(), vi.fn()];
  const worker = { cancel, end } as unknown as CancellableWorker<object>;
  const create = () => worker;
  const work = (_: unknown, wanted: object) =>
    new Promise<string>((answer, fail) => questions.push({ wanted, answer, fail }));
  return { cancel, end, create, work, questions };
}

/** The props of a hook that may want nothing later. */
const wanting = (wanted: object | null) => ({ wanted });

describe('what a worker works out', () => {
  it('is never that of something else, however late the answer comes', async () => {
    const { create, work, questions } = handWorker();
    const [first, second] = [{ of: 1 }, { of: 2 }];
    const shown: unknown[] = [];
    const { rerender } = renderHook(
      ({ wanted }) => shown.push(useWorked(create, wanted, work).found),
      { initialProps: { wanted: first } },
    );
    await waitFor(() => expect(questions).toHaveLength(1));
    rerender({ wanted: second });
    await waitFor(() => expect(questions).toHaveLength(2));
    questions[0]!.answer('of the first');
    questions[1]!.answer('of the second');
    await waitFor(() => expect(shown).toContain('of the second'));
    expect(shown).not.toContain('of the first');
  });

  it('is given up with what wanted it, and with the component', async () => {
    const { cancel, end, create, work, questions } = handWorker();
    const { rerender, unmount } = renderHook(({ wanted }) => useWorked(create, wanted, work), {
      initialProps: wanting({ of: 1 }),
    });
    await waitFor(() => expect(questions).toHaveLength(1));
    rerender({ wanted: null });
    expect(cancel).toHaveBeenCalledOnce();
    unmount();
    expect(end).toHaveBeenCalledOnce();
  });

  it('says why it could not be worked out, until something else is wanted', async () => {
    const { create, work, questions } = handWorker();
    const { result, rerender } = renderHook(({ wanted }) => useWorked(create, wanted, work), {
      initialProps: wanting({ of: 1 }),
    });
    await waitFor(() => expect(questions).toHaveLength(1));
    questions[0]!.fail(new Error('No room.'));
    await waitFor(() =>
      expect(result.current).toMatchObject({ fault: 'No room.', working: false }),
    );
    rerender({ wanted: { of: 2 } });
    expect(result.current).toMatchObject({ fault: null, working: true });
  });
});
