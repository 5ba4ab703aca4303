import {
  Around,
  Bot,
  Drawing,
  HandsOff,
  Mark,
  Measured,
  Pack,
  Says,
  Tape,
  Way,
  Words,
} from './drawn.tsx';
import type { Guide } from './guide.ts';
import { say } from '../../../core/language/say.ts';

/** A name in a program, which no language changes. */
const PROGRAM_NAME = 'left_motor';

/** How the benches of the drive base are done: wheels, square, track and battery. */

export const wheelsGuide: Guide = {
  get need() {
    return say`A free table, a tape of two metres, a line to start from.`;
  },
  steps: [
    {
      get text() {
        return say`Stand the robot with its axle on the line, facing along the tape.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot stands with its axle on the start line, beside the tape.`}>
          <path d="M70 30V140" />
          <Bot x={70} y={75} turn={90} />
          <Tape x={70} y={122} length={230} />
          <Words x={70} y={22}>{say`axle on the line`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Drive a set distance by motor degrees, without gyro. 500 mm and 1000 mm, four times each.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot drives straight along the tape.`}>
          <path d="M50 30V140" />
          <Bot x={50} y={75} turn={90} ghost />
          <Way from={{ x: 92, y: 75 }} to={{ x: 196, y: 75 }} />
          <Bot x={240} y={75} turn={90} />
          <Tape x={50} y={122} length={250} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Measure how far ahead the axle is, and how far to the left of the line.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`From the start line to the axle is how far ahead; from the tape’s line to the axle is how far left.`}
        >
          <path d="M50 24V140" />
          <path d="M50 100H300" strokeDasharray="3 3" />
          <Bot x={230} y={66} turn={84} />
          <Measured from={{ x: 50, y: 138 }} to={{ x: 230, y: 138 }} label={say`ahead`} />
          <Measured from={{ x: 290, y: 100 }} to={{ x: 290, y: 66 }} />
          <Words x={292} y={56}>{say`left`}</Words>
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Guard the edge of the table before the robot drives free.`;
  },
};

export const squareGuide: Guide = {
  get need() {
    return say`A free floor a little larger than the square, a marked corner, a tape.`;
  },
  steps: [
    {
      get text() {
        return say`Stand the axle on the corner, facing along the first side.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The robot stands on the marked corner of a square, facing along its first side.`}
        >
          <path d="M110 140V30H220V140Z" strokeDasharray="3 3" />
          <Bot x={110} y={140} />
          <Mark x={110} y={140} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Drive four sides and four corners to the right, five times. Each time measure where the axle ended: ahead of the corner and to its left.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The robot went round the square to the right; the distance from the corner is measured.`}
        >
          <Way from={{ x: 110, y: 138 }} to={{ x: 110, y: 34 }} />
          <Way from={{ x: 110, y: 30 }} to={{ x: 214, y: 30 }} />
          <Way from={{ x: 220, y: 30 }} to={{ x: 220, y: 134 }} />
          <Way from={{ x: 220, y: 140 }} to={{ x: 136, y: 140 }} />
          <Bot x={88} y={118} turn={6} ghost />
          <Mark x={110} y={140} />
          <Measured from={{ x: 60, y: 140 }} to={{ x: 60, y: 118 }} />
          <Words x={30} y={132}>{say`ahead`}</Words>
          <Measured from={{ x: 88, y: 156 }} to={{ x: 110, y: 156 }} />
          <Words x={134} y={162}>{say`left`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`The same to the left, five times.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot goes round the square to the left.`}>
          <Way from={{ x: 220, y: 138 }} to={{ x: 220, y: 34 }} />
          <Way from={{ x: 220, y: 30 }} to={{ x: 116, y: 30 }} />
          <Way from={{ x: 110, y: 30 }} to={{ x: 110, y: 134 }} />
          <Way from={{ x: 110, y: 140 }} to={{ x: 194, y: 140 }} />
          <Bot x={240} y={122} turn={-6} ghost />
          <Mark x={220} y={140} />
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Keep feet and fingers out of the square while it drives.`;
  },
};

export const trackGuide: Guide = {
  get need() {
    return say`A free spot, a mark under the robot, a protractor for the rest of the last turn.`;
  },
  steps: [
    {
      get text() {
        return say`Put a mark under the front of the robot.`;
      },
      Drawing: () => (
        <Drawing shows={say`A mark lies under the front of the robot.`}>
          <Bot x={160} y={100} />
          <Mark x={160} y={64} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Turn five whole turns by motor degrees, without gyro; three times to the right, three to the left.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot turns on the spot, five times round.`}>
          <Bot x={160} y={96} />
          <Around x={160} y={90} radius={58} from={-40} to={300} />
          <Words x={262} y={40}>{say`5 × round`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Count the turns and measure the rest: 1792° is five turns less 8°.`;
      },
      Drawing: () => (
        <Drawing shows={say`The front of the robot stands eight degrees before the mark.`}>
          <Bot x={160} y={104} turn={-12} />
          <Mark x={160} y={48} />
          <Around x={160} y={104} radius={66} from={-14} to={0} />
          <Says x={260} y={60} text="−8°" />
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Keep fingers away from the wheels while it turns.`;
  },
};

export const batteryGuide: Guide = {
  get need() {
    return say`Packs of different charge, or one that runs down; a voltmeter, or a hub that says its voltage.`;
  },
  steps: [
    {
      get text() {
        return say`Read the voltage, then drive: 600 mm straight, or a turn of 90° by gyro, always the same.`;
      },
      Drawing: () => (
        <Drawing shows={say`The voltage is read, then the robot drives straight.`}>
          <Pack x={30} y={60} quarters={4} />
          <Says x={130} y={90} text="8.31 V" />
          <Bot x={210} y={90} turn={90} />
          <Way from={{ x: 252, y: 90 }} to={{ x: 306, y: 90 }} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Measure as on the other benches. Two or three times at each voltage, three voltages at least.`;
      },
      Drawing: () => (
        <Drawing shows={say`Three packs: a full one, a used one and one that is nearly empty.`}>
          <Pack x={60} y={54} quarters={4} />
          <Pack x={142} y={54} quarters={2} />
          <Pack x={224} y={54} quarters={1} />
          <Words x={78} y={140}>{say`full`}</Words>
          <Words x={160} y={140}>{say`used`}</Words>
          <Words x={242} y={140}>{say`nearly empty`}</Words>
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Charge lithium packs on their maker’s charger, never alone, and never run them lower than their maker allows.`;
  },
};

export const delaysGuide: Guide = {
  get need() {
    return say`A free spot, and a program that sends motor positions and heading in every loop.`;
  },
  steps: [
    {
      get text() {
        return say`Turn to and fro on the spot, about once a second, for 20 s.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot turns to and fro on the spot.`}>
          <Bot x={160} y={110} />
          <Around x={160} y={104} radius={70} from={0} to={40} />
          <Around x={160} y={104} radius={70} from={0} to={-40} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`The wheels know the turn at once; how much later the gyro tells the same is its latency.`;
      },
      Drawing: () => (
        <Drawing shows={say`Two curves: what the wheels tell, and the gyro a little later.`}>
          <path d="M20 90C50 20 90 20 120 90S190 160 220 90S280 20 300 60" />
          <path d="M44 90C74 20 114 20 144 90S214 160 244 90S296 30 306 40" strokeDasharray="4 3" />
          <Measured from={{ x: 120, y: 90 }} to={{ x: 144, y: 90 }} />
          <Words x={66} y={160}>{say`wheels`}</Words>
          <Words x={250} y={160}>{say`gyro, later`}</Words>
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Keep fingers away from the wheels while it turns.`;
  },
};

export const portsGuide: Guide = {
  get need() {
    return say`The robot with its hub, and its program open beside it.`;
  },
  steps: [
    {
      get text() {
        return say`Follow each cable from its device to its port.`;
      },
      Drawing: () => (
        <Drawing shows={say`A cable leads from a motor to a port of the hub.`}>
          <rect x={40} y={40} width={90} height={90} />
          {['A', 'B', 'C'].map((port, i) => (
            <Words key={port} x={118} y={64 + 28 * i}>
              {port}
            </Words>
          ))}
          <path d="M130 60C190 40 170 100 230 86" />
          <rect x={230} y={64} width={54} height={44} />
          <circle cx={270} cy={86} r={10} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Write down the name that it has in the program, exactly, and what it is used for.`;
      },
      Drawing: () => (
        <Drawing shows={say`The name in the program stands beside the port.`}>
          <Says x={90} y={80} text={say`port A`} />
          <Way from={{ x: 136, y: 80 }} to={{ x: 176, y: 80 }} />
          <rect x={184} y={64} width={112} height={32} />
          <text x={240} y={86} textAnchor="middle">
            {PROGRAM_NAME}
          </text>
        </Drawing>
      ),
    },
  ],
};

export const restGuide: Guide = {
  get need() {
    return say`A table that nobody leans on, and patience for half a minute.`;
  },
  steps: [
    {
      get text() {
        return say`Power the robot on and keep hands off until it has booted: it learns its own zero then.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot stands alone on the table; a crossed-out hand.`}>
          <Bot x={110} y={96} />
          <HandsOff x={220} y={70} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Let it stand still and check for 30 s; ten minutes show the slow walk too.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot stands still; its heading is shown.`}>
          <Bot x={110} y={96} />
          <Says x={220} y={84} text="0.4°" />
          <Words x={220} y={124}>
            30 s
          </Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`If it drifts too much for the route, do what stands at the top of the list, and check again.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The heading has drifted: something is tried, then it is checked again.`}
        >
          <Bot x={90} y={96} turn={10} ghost />
          <Bot x={90} y={96} />
          <Way from={{ x: 150, y: 66 }} to={{ x: 230, y: 66 }} bend={{ x: 190, y: 20 }} />
          <Way from={{ x: 230, y: 106 }} to={{ x: 150, y: 106 }} bend={{ x: 190, y: 152 }} />
          <Words x={262} y={80}>{say`try`}</Words>
          <Words x={262} y={100}>{say`check`}</Words>
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`No hands on the table while it checks: a touched boot teaches the sensor a wrong zero.`;
  },
};
