import { say } from './say.ts';

/** The members of moves, and what they may be, that are no numbers. */
function words(): Readonly<Record<string, string>> {
  return {
    against: say`against`,
    ahead: say`ahead`,
    along: say`along`,
    angle: say`angle`,
    arm: say`arm`,
    ask: say`ask`,
    backwards: say`backwards`,
    border: say`border`,
    brake: say`brake`,
    by: say`by`,
    coast: say`coast`,
    colour: say`colour`,
    controller: say`controller`,
    count: say`count`,
    crossing: say`crossing`,
    d: say`d`,
    dark: say`dark`,
    edge: say`edge`,
    encoders: say`encoders`,
    first: say`first`,
    fromId: say`from id`,
    gain: say`gain`,
    gyro: say`gyro`,
    heading: say`heading`,
    hold: say`hold`,
    i: say`i`,
    lastAngle: say`last angle`,
    lastRate: say`last rate`,
    left: say`left`,
    length: say`length`,
    light: say`light`,
    line: say`line`,
    looks: say`looks`,
    modelId: say`model id`,
    name: say`name`,
    nearerThan: say`nearer than`,
    none: say`none`,
    p: say`p`,
    position: say`position`,
    range: say`range`,
    right: say`right`,
    second: say`second`,
    sees: say`sees`,
    sensor: say`sensor`,
    servo: say`servo`,
    side: say`side`,
    spot: say`spot`,
    straight: say`straight`,
    style: say`style`,
    target: say`target`,
    times: say`times`,
    touch: say`touch`,
    until: say`until`,
    way: say`way`,
    'pivot-left': say`pivot left`,
    'pivot-right': say`pivot right`,
    'stop early': say`stop early`,
    'slow end': say`slow end`,
  };
}

/** A member of a move, or one of its choices, in words; what has none stays as it is. */
export function memberWord(name: string): string {
  return words()[name] ?? name;
}

/** A member by its path: `until.kind` as “until”, `ask.nearerThan` as “ask nearer than”. */
export function memberWords(path: string): string {
  return path.replace('.kind', '').split('.').map(memberWord).join(' ');
}
