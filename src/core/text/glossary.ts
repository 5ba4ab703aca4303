import { say } from '../language/say.ts';

/** A word of the sheets that a newcomer may not know, in words that need no others. */
export interface GlossaryEntry {
  term: string;
  means: string;
  /** Where it is met, as an address of Corvat. */
  met: string;
}

/** The words that the sheets use for one thing each, by the alphabet. */
export function glossary(): readonly GlossaryEntry[] {
  return [
    {
      term: say`aim`,
      means: say`To change one number of a route, so that the middle of its runs comes to the middle of the target. It helps when the runs lie together beside it.`,
      met: '/verdict',
    },
    {
      term: say`bench`,
      means: say`A way to measure one thing of the robot, with its steps, its readings and what they say. What it finds goes into the setup.`,
      met: '/bench',
    },
    {
      term: say`checkpoint`,
      means: say`The place in a route where you measure where the robot has come to.`,
      met: '/route',
    },
    {
      term: say`drift`,
      means: say`A gyro that turns in its mind while the robot stands still: so many degrees a second.`,
      met: '/bench#rest',
    },
    {
      term: say`field`,
      means: say`The table with everything on it, drawn to scale: border, walls, lines, models and starts.`,
      met: '/field',
    },
    {
      term: say`forecast`,
      means: say`Many runs of a route, driven by a robot in the computer that errs as yours does. It says how often to expect a hit before anybody drives.`,
      met: '/route',
    },
    {
      term: say`heading`,
      means: say`The direction in which the front of the robot looks, in degrees.`,
      met: '/route',
    },
    {
      term: say`hit`,
      means: say`A run that ended inside the zone of its model, or of which you said so.`,
      met: '/table',
    },
    {
      term: say`move`,
      means: say`One thing that the robot does: drive, turn, approach, and so on. A route is a list of them.`,
      met: '/route',
    },
    {
      term: say`offset`,
      means: say`How far a run ended from the target, to the right or left and too far or too short.`,
      met: '/verdict',
    },
    {
      term: say`practice`,
      means: say`The runs of one evening on one table, with who was there.`,
      met: '/table',
    },
    {
      term: say`practice robot`,
      means: say`A robot in the computer with secrets of its own, to learn with when no robot is here.`,
      met: '/begin?practice',
    },
    {
      term: say`range`,
      means: say`Where a chance lies, from so much to so much: few runs leave it wide. Also the sensor that tells how far a wall is.`,
      met: '/verdict',
    },
    {
      term: say`region`,
      means: say`The oval around the runs: the next run ends inside it nineteen times of twenty.`,
      met: '/verdict',
    },
    {
      term: say`revision`,
      means: say`A route as it stood when it was saved. A change makes a new one; the old ones stay, with their runs.`,
      met: '/route',
    },
    {
      term: say`route`,
      means: say`The moves from a start to what you want to reach, for one robot on one field.`,
      met: '/route',
    },
    {
      term: say`run`,
      means: say`Driving the route once.`,
      met: '/table',
    },
    {
      term: say`running on`,
      means: say`How far the robot still goes after its motors were told to stop.`,
      met: '/bench#turn',
    },
    {
      term: say`set aside`,
      means: say`A run that stays in the log and does not count, because something happened that you can name.`,
      met: '/table',
    },
    {
      term: say`setup`,
      means: say`All numbers of the robot at one time, each with where it comes from. New wheels, new numbers: a new setup.`,
      met: '/bench',
    },
    {
      term: say`spread`,
      means: say`How far apart the runs of one route end, though nothing was changed.`,
      met: '/verdict',
    },
    {
      term: say`squaring up`,
      means: say`Pushing the robot against a wall, so that it knows again where it stands and looks.`,
      met: '/route',
    },
    {
      term: say`starting value`,
      means: say`A number that nobody measured yet: what robots of this kind usually have.`,
      met: '/bench',
    },
    {
      term: say`tighten`,
      means: say`To make the runs end closer together: by a wall, a slower end, a jig. No number does it.`,
      met: '/verdict',
    },
    {
      term: say`tool point`,
      means: say`The place on the robot that has to arrive: the tip of its arm, the middle of its fork.`,
      met: '/bench',
    },
    {
      term: say`verdict`,
      means: say`What the runs say to do next: leave it, aim, tighten, find a cause, or drive some more.`,
      met: '/verdict',
    },
    {
      term: say`zone`,
      means: say`Where on the field the tool point has to end, for a model to count as done.`,
      met: '/field',
    },
  ];
}
