import { Circle, Image, MousePointer2, Ruler, Slash, Spline, Square } from 'lucide-react';
import type { ReactNode } from 'react';
import { say } from '../../core/language/say.ts';

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
    get label() {
      return say`Choose`;
    },
    icon: <MousePointer2 size={16} />,
    get says() {
      return say`Click a thing; drag it or its points.`;
    },
  },
  {
    tool: 'model',
    key: 'M',
    get label() {
      return say`Model`;
    },
    icon: <Square size={16} />,
    get says() {
      return say`Drag a rectangle; its corners can be moved after.`;
    },
  },
  {
    tool: 'wall',
    key: 'W',
    get label() {
      return say`Wall`;
    },
    icon: <Slash size={16} />,
    get says() {
      return say`Click its points; Enter ends it.`;
    },
  },
  {
    tool: 'line',
    key: 'L',
    get label() {
      return say`Line`;
    },
    icon: <Spline size={16} />,
    get says() {
      return say`Click its points; Enter ends it.`;
    },
  },
  {
    tool: 'start',
    key: 'S',
    get label() {
      return say`Start`;
    },
    icon: <Circle size={16} />,
    get says() {
      return say`Click where the middle of the axle stands.`;
    },
  },
  {
    tool: 'measure',
    key: 'R',
    get label() {
      return say`Measure`;
    },
    icon: <Ruler size={16} />,
    get says() {
      return say`Drag from one place to another.`;
    },
  },
  {
    tool: 'picture',
    key: 'P',
    get label() {
      return say`Picture`;
    },
    icon: <Image size={16} />,
    get says() {
      return say`Lay a picture of the table under the drawing.`;
    },
  },
];
/** Grids to which points are drawn, mm. */
export const GRIDS = [1, 5, 10, 50] as const;
