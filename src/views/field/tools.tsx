import { Circle, Image, MousePointer2, Ruler, Slash, Spline, Square } from 'lucide-react';
import type { ReactNode } from 'react';

/** What the pointer does on the drawing board. */
export type Tool = 'choose' | 'model' | 'wall' | 'line' | 'start' | 'measure' | 'picture';

export const TOOLS: readonly {
  tool: Tool;
  key: string;
  label: string;
  icon: ReactNode;
  says: string;
}[] = [
  {
    tool: 'choose',
    key: 'V',
    label: 'Choose',
    icon: <MousePointer2 size={16} />,
    says: 'Click a thing; drag it or its points.',
  },
  {
    tool: 'model',
    key: 'M',
    label: 'Model',
    icon: <Square size={16} />,
    says: 'Drag a rectangle; its corners can be moved after.',
  },
  {
    tool: 'wall',
    key: 'W',
    label: 'Wall',
    icon: <Slash size={16} />,
    says: 'Click its points; Enter ends it.',
  },
  {
    tool: 'line',
    key: 'L',
    label: 'Line',
    icon: <Spline size={16} />,
    says: 'Click its points; Enter ends it.',
  },
  {
    tool: 'start',
    key: 'S',
    label: 'Start',
    icon: <Circle size={16} />,
    says: 'Click where the middle of the axle stands.',
  },
  {
    tool: 'measure',
    key: 'R',
    label: 'Measure',
    icon: <Ruler size={16} />,
    says: 'Drag from one place to another.',
  },
  {
    tool: 'picture',
    key: 'P',
    label: 'Picture',
    icon: <Image size={16} />,
    says: 'Lay a picture of the table under the drawing.',
  },
];
/** Grids to which points are drawn, mm. */
export const GRIDS = [1, 5, 10, 50] as const;
