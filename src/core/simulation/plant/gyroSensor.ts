import { History, Past } from './history';
import { RobotNumbers } from './numbers';
import { State } from './state';
import { Streams } from './streams';

/** Time over which the gyro takes its rate, s. */
const RATE_TIME: f64 = 0.01;

/** What the gyro reports of the angle that it has summed up. */
@final
export class GyroSensor {
  /** Steps of its readings a rad. */
  private stepsPerRad: f64 = 0;

  constructor(
    private readonly numbers: RobotNumbers,
    private readonly state: State,
    private readonly history: History,
    private readonly streams: Streams,
  ) {}

  @inline
  private reported(time: f64): f64 {
    this.history.lookBack(time);
    return this.history.was(Past.Gyro);
  }

  /** Works out what follows from the robot's numbers. */
  assemble(): void {
    this.stepsPerRad = 1 / this.numbers.gyroStep;
  }

  /** Heading since the reset as the gyro reports it now: late, noisy, rounded; rad, not wrapped. */
  heading(noisy: bool): f64 {
    const numbers = this.numbers;
    const delayed = this.reported(this.state.time - numbers.gyroLatency);
    if (!noisy) return delayed;
    const reading = delayed + numbers.gyroNoise * this.streams.gyroNoise.normal();
    const step = numbers.gyroStep;
    return step > 0 ? step * nearest<f64>(reading * this.stepsPerRad) : reading;
  }

  /** Turning rate as the gyro reports it now, rad/s: late, and with the noise of two readings. */
  rate(noisy: bool): f64 {
    const numbers = this.numbers;
    const when = this.state.time - numbers.gyroLatency;
    const turned = this.reported(when) - this.reported(when - RATE_TIME);
    const random = noisy ? this.streams.gyroNoise.normal() : 0;
    return turned / RATE_TIME + numbers.gyroScale * numbers.gyroNoise * random;
  }

  /** Sets the heading that the gyro reports to 0, as a program's reset does. */
  reset(): void {
    this.history.shift(Past.Gyro, -this.state.gyroAngle);
    this.state.gyroAngle = 0;
  }
}
