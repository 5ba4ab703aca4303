import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { SHEET, SIZE, TEN, viewOf } from '../../../../tests/fixtures/lensViews.ts';
import type { LensView } from '../../../core/camera/calibrateLens.ts';
import type { SeenFrame } from '../../../ui/camera/cameraWorker.ts';
import type { CameraNotes } from '../../../ui/camera/cameraNotes.ts';
import { LensSteps } from './LensSteps.tsx';

const frame = (tags: LensView) => ({ tags, size: SIZE }) as unknown as SeenFrame;
const notes = {} as CameraNotes;
const client = new QueryClient();
const element = (tags: LensView) => (
  <QueryClientProvider client={client}>
    <LensSteps seen={frame([...tags])} camera="Test" notes={notes} onDone={vi.fn()} />
  </QueryClientProvider>
);
const said = () => screen.getByRole('status').textContent;
const button = () => screen.getByRole('button', { name: 'Work it out' });

describe('finding out what a lens does', () => {
  it('asks for one view after the other, and takes each that is held still', () => {
    const views = TEN.map((camera, i) => viewOf(camera, SHEET, 0, i));
    const { rerender } = render(element([]));
    expect(said()).toBe('The sheet is not in sight: 0 of its 20 tags.');
    // One picture alone may be blurred.
    rerender(element(views[0]!));
    expect(said()).toBe('Next: straight before it.');
    rerender(element(views[0]!));
    expect(said()).toBe('Next: in the left of the picture.');
    for (const view of views.slice(1, 7)) {
      rerender(element(view));
      rerender(element(view));
    }
    expect(button()).toHaveProperty('disabled', true);
    for (const view of views.slice(7)) {
      rerender(element(view));
      rerender(element(view));
    }
    expect(said()).toBe('All views are there.');
    expect(button()).toHaveProperty('disabled', false);
  });

  it('takes nothing of a sheet that moves', () => {
    const view = viewOf(TEN[0]!, SHEET, 0, 1);
    const { rerender } = render(element(view));
    for (let step = 1; step < 5; step++) {
      const moved = view.map((tag) => ({
        ...tag,
        corners: tag.corners.map(({ x, y }) => ({ x: x + 5 * step, y })),
      }));
      rerender(element(moved as unknown as LensView));
    }
    expect(said()).toBe('Next: straight before it.');
  });
});
