import {
  Around,
  Beam,
  Bot,
  Drawing,
  Hand,
  Mark,
  Measured,
  Patch,
  Says,
  Wall,
  Way,
  Words,
} from './drawn.tsx';
import type { Guide } from './guide.ts';
import { say } from '../../../core/language/say.ts';

/** How the benches of the sensors are done: scale and turn of the gyro, range, light and colour. */

export const scaleGuide: Guide = {
  get need() {
    return say`A mark on the table and one on the robot. The gyro must be at rest before (see its bench).`;
  },
  steps: [
    {
      get text() {
        return say`Put mark on mark. Read the heading, or reset it.`;
      },
      Drawing: () => (
        <Drawing shows={say`The front of the robot stands at the mark; its heading reads nought.`}>
          <Bot x={110} y={110} />
          <Mark x={110} y={64} />
          <Says x={230} y={88} text="0.0°" />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Turn the robot five whole turns to the right by hand, slowly, back onto the mark. Read again.`;
      },
      Drawing: () => (
        <Drawing shows={say`A hand turns the robot round to the right; then the heading is read.`}>
          <Bot x={110} y={92} />
          <Mark x={110} y={46} />
          <Around x={110} y={86} radius={62} from={20} to={320} />
          <Hand x={142} y={96} turn={-40} />
          <Says x={250} y={60} text="1783°" />
          <Words x={250} y={98}>{say`5 × round`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Three times to the right, three times to the left.`;
      },
      Drawing: () => (
        <Drawing shows={say`Round to the right, and round to the left.`}>
          <Bot x={90} y={96} />
          <Around x={90} y={90} radius={56} from={-60} to={60} />
          <Bot x={230} y={96} />
          <Around x={230} y={90} radius={56} from={60} to={-60} />
          <Words x={90} y={150}>
            3 ×
          </Words>
          <Words x={230} y={150}>
            3 ×
          </Words>
        </Drawing>
      ),
    },
  ],
};

export const turnGuide: Guide = {
  get need() {
    return say`A protractor or a printed circle of degrees, a line along the side of the robot.`;
  },
  steps: [
    {
      get text() {
        return say`Reset the gyro at rest, then turn.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The robot stands at the middle of a circle of degrees, its heading reads nought.`}
        >
          <circle cx={130} cy={92} r={62} />
          <path d="M130 24v12M198 92h-12M130 160v-12M62 92h12" />
          <Bot x={130} y={100} />
          <Says x={260} y={84} text="0.0°" />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Stop the motors when the reading passes the stop. Write down stop, rate and the true turn.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The motors were stopped at ninety degrees; the robot turned on to ninety-eight.`}
        >
          <circle cx={120} cy={92} r={62} />
          <path d="M120 24v12M188 92h-12M120 160v-12M52 92h12" />
          <Bot x={120} y={92} turn={98} />
          <Around x={120} y={92} radius={50} from={0} to={88} />
          <Measured from={{ x: 182, y: 92 }} to={{ x: 180, y: 104 }} />
          <Says x={262} y={60} text="98°" />
          <Words x={262} y={98}>{say`stopped at 90°`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Three angles three times each tell most. Two rates take delay and braking apart; both ways show whether the sides differ.`;
      },
      Drawing: () => (
        <Drawing shows={say`Turns of sixty, ninety and a hundred and eighty degrees.`}>
          {[60, 90, 180].map((angle, i) => (
            <g key={angle}>
              <Bot x={60 + 100 * i} y={96} />
              <Around x={60 + 100 * i} y={90} radius={46} from={0} to={angle} />
              <Words x={60 + 100 * i} y={160}>{`${angle}° · 3 ×`}</Words>
            </g>
          ))}
        </Drawing>
      ),
    },
  ],
  get caution() {
    return say`Keep fingers and hair away from the wheels while it turns.`;
  },
};

export const rangeGuide: Guide = {
  get need() {
    return say`A flat wall or border, a tape from the wall to the face of the sensor.`;
  },
  steps: [
    {
      get text() {
        return say`Square to the wall, at eight distances from near to far, twice each.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The robot stands square to a wall; the tape goes from the wall to the face of the sensor.`}
        >
          <Wall x={40} y={28} length={240} />
          <Beam from={{ x: 160, y: 92 }} to={{ x: 160, y: 28 }} width={44} />
          <Bot x={160} y={126} />
          <Measured from={{ x: 226, y: 28 }} to={{ x: 226, y: 92 }} />
          <Words x={262} y={66}>{say`tape`}</Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Several sensors of a kind side by side: read them all at once.`;
      },
      Drawing: () => (
        <Drawing shows={say`Three sensors side by side look at the same wall.`}>
          <Wall x={40} y={28} length={240} />
          {[110, 160, 210].map((x) => (
            <g key={x}>
              <Beam from={{ x, y: 110 }} to={{ x, y: 28 }} width={30} />
              <rect x={x - 14} y={110} width={28} height={18} />
            </g>
          ))}
          <Measured from={{ x: 262, y: 28 }} to={{ x: 262, y: 110 }} />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Once more at 300 mm with the robot turned 10°, 20°, 30°, to see where the beam slips off.`;
      },
      Drawing: () => (
        <Drawing shows={say`The robot is turned by some degrees before the wall.`}>
          <Wall x={40} y={28} length={240} />
          <Beam from={{ x: 172, y: 96 }} to={{ x: 200, y: 30 }} width={44} />
          <Bot x={158} y={128} turn={22} />
          <Around x={158} y={128} radius={70} from={0} to={22} />
          <Measured from={{ x: 110, y: 28 }} to={{ x: 110, y: 98 }} label="300" />
        </Drawing>
      ),
    },
  ],
};

export const lightGuide: Guide = {
  get need() {
    return say`The printed line and the plain table, in the light in which you will run.`;
  },
  steps: [
    {
      get text() {
        return say`Over dark: a dozen readings, moved a little each time.`;
      },
      Drawing: () => (
        <Drawing shows={say`The sensor at the front of the robot is held over the dark line.`}>
          <rect x={40} y={52} width={240} height={22} fill="currentColor" />
          <Bot x={160} y={104} />
          <circle cx={160} cy={64} r={5} fill="white" />
          <Says x={264} y={122} text="12 %" />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`Over light: a dozen readings.`;
      },
      Drawing: () => (
        <Drawing shows={say`The sensor is held over the plain table.`}>
          <rect x={40} y={14} width={240} height={22} fill="currentColor" />
          <Bot x={160} y={114} />
          <circle cx={160} cy={74} r={5} />
          <Says x={264} y={100} text="63 %" />
        </Drawing>
      ),
    },
    {
      get text() {
        return say`At a venue the same again: it takes under a minute, and says what changed.`;
      },
      Drawing: () => (
        <Drawing shows={say`The same readings in other light.`}>
          <Patch x={50} y={50} fill="currentColor" words={say`dark`} />
          <Patch x={130} y={50} fill="none" words={say`light`} />
          <circle cx={260} cy={70} r={18} />
          <path d="M260 40v-10M260 100v10M230 70h-10M290 70h10M239 49l-7 -7M281 91l7 7M239 91l-7 7M281 49l7 -7" />
        </Drawing>
      ),
    },
  ],
};

export const colourGuide: Guide = {
  get need() {
    return say`One patch of each colour, and the plain table as a colour of its own.`;
  },
  steps: [
    {
      get text() {
        return say`Name the colour, take ten readings, moved and lifted a little each time.`;
      },
      Drawing: () => (
        <Drawing
          shows={say`The sensor is held over a patch of colour, moved and lifted a little each time.`}
        >
          <Patch x={128} y={24} fill="#c0392b" words="" />
          <Bot x={160} y={112} />
          <Way from={{ x: 214, y: 60 }} to={{ x: 264, y: 60 }} />
          <Words x={240} y={88}>
            10 ×
          </Words>
        </Drawing>
      ),
    },
    {
      get text() {
        return say`The next colour; white and black count as colours too.`;
      },
      Drawing: () => (
        <Drawing shows={say`Patches of several colours.`}>
          <Patch x={16} y={48} fill="#c0392b" words={say`red`} />
          <Patch x={92} y={48} fill="#2f7d3b" words={say`green`} />
          <Patch x={168} y={48} fill="#2458a6" words={say`blue`} />
          <Patch x={244} y={48} fill="white" words={say`white`} />
        </Drawing>
      ),
    },
  ],
};
