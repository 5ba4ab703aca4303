import { clampPower } from './driveTrain';
import { RobotNumbers } from './numbers';
import { State } from './state';

/** The motor of the attachment, which turns until it is stopped or hits its own stops, and the servo, which goes where it is sent. */
@final
export class Attachments {
  constructor(
    private readonly numbers: RobotNumbers,
    private readonly state: State,
  ) {}

  /** For a new run: the program puts the servo where it starts before anything else. */
  reset(): void {
    this.state.servo = this.state.servoTarget = this.numbers.servoRest;
  }

  /** A share of full power; 0 holds the attachment where it is. */
  setPower(power: f64): void {
    const numbers = this.numbers;
    const state = this.state;
    const full = (numbers.armNoLoadSpeed * state.voltage) / numbers.motorNominalVoltage;
    state.armSpeed = clampPower(power) * full;
  }

  @inline
  get move(): bool {
    return this.state.armSpeed != 0 || this.state.servo != this.state.servoTarget;
  }

  turn(step: f64): void {
    const numbers = this.numbers;
    const state = this.state;
    if (state.armSpeed != 0) {
      const to = state.arm + state.armSpeed * step;
      state.arm = to < numbers.armLowest ? numbers.armLowest : Math.min(to, numbers.armHighest);
    }
    const left = state.servoTarget - state.servo;
    if (left == 0) return;
    const most = step / numbers.servoTravelTime;
    state.servo =
      Math.abs(left) <= most ? state.servoTarget : state.servo + (left < 0 ? -most : most);
  }
}
