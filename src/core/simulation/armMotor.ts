import type { RobotParameters } from '../robot/parameters.ts';
import { clampPower } from './driveTrain.ts';
import { ARM, ARM_SPEED, VOLTAGE } from './plantState.ts';

/** The motor of the attachment: it turns at its speed until it is stopped or hits its own stops. */
export class ArmMotor {
  constructor(
    private readonly parameters: RobotParameters,
    private readonly state: Float64Array,
  ) {}

  /** A share of full power; 0 holds it where it is. */
  setPower(power: number): void {
    const { arm, motor } = this.parameters;
    const full = (arm.noLoadSpeed * this.state[VOLTAGE]!) / motor.nominalVoltage;
    this.state[ARM_SPEED] = clampPower(power) * full;
  }

  turn(step: number): void {
    const { state } = this;
    const { lowest, highest } = this.parameters.arm;
    const to = state[ARM]! + state[ARM_SPEED]! * step;
    state[ARM] = to < lowest ? lowest : to > highest ? highest : to;
  }
}
