import type { RobotParameters } from '../robot/parameters.ts';
import { SERVO, SERVO_TARGET } from './plantState.ts';

/** The servo: it goes to where it was sent at its own speed, and stands there. */
export class ServoMotor {
  constructor(
    private readonly parameters: RobotParameters,
    private readonly state: Float64Array,
  ) {}

  /** Where it stands at the start, in which the program puts it before anything else. */
  rest(): void {
    this.state[SERVO] = this.state[SERVO_TARGET] = this.parameters.servo.rest;
  }

  get moves(): boolean {
    return this.state[SERVO] !== this.state[SERVO_TARGET];
  }

  turn(step: number): void {
    const { state } = this;
    const left = state[SERVO_TARGET]! - state[SERVO]!;
    const most = step / this.parameters.servo.travelTime;
    state[SERVO] =
      Math.abs(left) <= most ? state[SERVO_TARGET]! : state[SERVO]! + Math.sign(left) * most;
  }
}
