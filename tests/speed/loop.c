/*
 * The loop of src/core/simulation written in C: a straight held by the gyro, with the motors' lag and
 * acceleration limit, exact arcs, encoders in steps, a late, noisy, rounded gyro, slip and bumps. It
 * exists to compare speeds; see cReference.ts. Usage: loop RUNS. Prints ticks and seconds.
 */
#include <math.h>
#include <stdint.h>
#include <stdio.h>
#include <stdlib.h>
#include <time.h>

#define HISTORY 512
#define NO_COMMAND 1e300

static const double DIAMETER = 60, TRACK = 120, GEAR = 1, STEP = M_PI / 180;
static const double NO_LOAD = 16, NOMINAL = 8, LAG = 0.05, ACCELERATION = 1200, BRAKING = 1800;
static const double LOOP = 0.012, DELAY = 0.004, SETTLE = 0.2, LATENCY = 0.014;
static const double GYRO_STEP = M_PI / 1800, GYRO_NOISE = 0.0009, WALK = 0.00005;
static const double SLIP = 0.12, SLIP_HEADING = 0.0006, BUMP_RATE = 0.0002, BUMP = 0.006;
static const double LONGEST = 0.012, DISTURB = 0.03, LIMIT = 0.3;

typedef struct {
  uint64_t a, b;
  double spare;
  int has_spare;
} stream;

static uint64_t rotl(uint64_t x, int k) { return (x << k) | (x >> (64 - k)); }

static double uniform(stream *s) {
  uint64_t a = s->a, b = s->b, sum = a + b;
  b ^= a;
  s->a = rotl(a, 24) ^ b ^ (b << 16);
  s->b = rotl(b, 37);
  return (double)(sum >> 32) / 4294967296.0;
}

static double normal(stream *s) {
  if (s->has_spare) {
    s->has_spare = 0;
    return s->spare;
  }
  double u, v, q;
  do {
    u = 2 * uniform(s) - 1;
    v = 2 * uniform(s) - 1;
    q = u * u + v * v;
  } while (q == 0 || q > 1);
  double scale = sqrt(-2 * log(q) / q);
  s->spare = v * scale;
  s->has_spare = 1;
  return u * scale;
}

typedef struct {
  double time, x, y, heading, left_speed, right_speed, left_motor, right_motor, gyro, bias, voltage;
  double left_target, right_target, undisturbed, undisturbed_since, stopping;
  double pending_time[16], pending_left[16], pending_right[16];
  int pending_stop[16], first, count;
  double history_time[HISTORY], history_gyro[HISTORY];
  int newest;
  double lag_step[2], lag_share[2];
  int lag_newest;
  stream gyro_walk, gyro_noise, ground, bump, phase;
} plant;

static void remember(plant *p) {
  p->newest = (p->newest + 1) & (HISTORY - 1);
  p->history_time[p->newest] = p->time;
  p->history_gyro[p->newest] = p->gyro;
}

static double past(plant *p, double time) {
  int later = p->newest;
  for (int i = 0; i < HISTORY - 1; i++) {
    int earlier = (later - 1) & (HISTORY - 1);
    double from = p->history_time[earlier], to = p->history_time[later];
    if (from > to || (from == 0 && to == 0)) break;
    if (from <= time) {
      double share = to > from ? (time >= to ? 1 : (time - from) / (to - from)) : 1;
      return p->history_gyro[earlier] +
             share * (p->history_gyro[later] - p->history_gyro[earlier]);
    }
    later = earlier;
  }
  return p->history_gyro[later];
}

static double lag_share(plant *p, double step) {
  if (fabs(step - p->lag_step[0]) < 1e-12) return p->lag_share[0];
  if (fabs(step - p->lag_step[1]) < 1e-12) return p->lag_share[1];
  int slot = p->lag_newest = 1 - p->lag_newest;
  p->lag_step[slot] = step;
  return p->lag_share[slot] = 1 - exp(-step / LAG);
}

static double turn_wheel(plant *p, double *speed, double target, double step, double share) {
  double before = *speed;
  if (p->stopping > 0) {
    double change = p->stopping * step;
    if (before == 0) return 0;
    if (fabs(before) <= change) {
      *speed = 0;
      return before * fabs(before) / (2 * p->stopping);
    }
    *speed = before > 0 ? before - change : before + change;
    return (before + *speed) / 2 * step;
  }
  double missing = target - before, limited = fabs(missing) / ACCELERATION - LAG;
  if (limited <= 0) {
    double change = missing * share;
    *speed = before + change;
    return target * step - change * LAG;
  }
  double limit = missing < 0 ? -ACCELERATION : ACCELERATION;
  if (limited >= step) {
    *speed = before + limit * step;
    return (before + limit * step / 2) * step;
  }
  double after = before + limit * limited, rest = step - limited;
  double change = (target - after) * (1 - exp(-rest / LAG));
  *speed = after + change;
  return (before + limit * limited / 2) * limited + target * rest - change * LAG;
}

static void move(plant *p, double step) {
  double share = p->stopping > 0 ? 0 : lag_share(p, step);
  double left = turn_wheel(p, &p->left_speed, p->left_target, step, share);
  double right = turn_wheel(p, &p->right_speed, p->right_target, step, share);
  p->gyro += p->bias * step;
  if (left == 0 && right == 0) return;
  p->left_motor += 2 * GEAR * left / DIAMETER;
  p->right_motor += 2 * GEAR * right / DIAMETER;
  double distance = (left + right) / 2, turn = (right - left) / TRACK, half = turn / 2;
  double chord = distance * (1 - half * half / 6);
  if (fabs(half) > 0.02) chord = distance * sin(half) / half;
  double sine, cosine;
  sincos(p->heading + half, &sine, &cosine);
  p->x += chord * cosine;
  p->y += chord * sine;
  p->heading += turn;
  p->gyro += turn;
  p->undisturbed += (fabs(left) + fabs(right)) / 2;
}

static void schedule(plant *p, double time, double left, double right, int stop) {
  int slot = (p->first + p->count++) % 16;
  p->pending_time[slot] = time;
  p->pending_left[slot] = left;
  p->pending_right[slot] = right;
  p->pending_stop[slot] = stop;
}

static double clamped(double power) { return power > 1 ? 1 : power < -1 ? -1 : power; }

static void advance(plant *p, double time) {
  while (p->time < time) {
    double next = time;
    if (p->count > 0 && p->pending_time[p->first] < next) next = p->pending_time[p->first];
    if (next < p->time) next = p->time;
    double gap = next - p->time;
    int rest = p->stopping > 0 && p->left_speed == 0 && p->right_speed == 0;
    if (gap > LONGEST && !rest) next = p->time + gap / ceil(gap / LONGEST);
    if (time - next < 1e-9) next = time;
    if (next > p->time) move(p, next - p->time);
    p->time = next;
    while (p->count > 0 && p->pending_time[p->first] <= next) {
      int slot = p->first;
      double full = 0.5 * NO_LOAD * p->voltage / NOMINAL / GEAR;
      p->stopping = p->pending_stop[slot] ? BRAKING : 0;
      p->left_target = clamped(p->pending_left[slot]) * full * DIAMETER;
      p->right_target = clamped(p->pending_right[slot]) * full * DIAMETER;
      p->first = (slot + 1) % 16;
      p->count--;
    }
    remember(p);
  }
}

static void disturb(plant *p, int all) {
  double elapsed = p->time - p->undisturbed_since, driven = p->undisturbed;
  if (elapsed < DISTURB && !all) return;
  p->undisturbed_since = p->time;
  p->undisturbed = 0;
  if (elapsed > 0) p->bias += WALK * sqrt(elapsed) * normal(&p->gyro_walk);
  if (driven <= 0) return;
  double root = sqrt(driven), slip = SLIP * root * normal(&p->ground);
  double kick = SLIP_HEADING * root * normal(&p->ground);
  if (uniform(&p->bump) < BUMP_RATE * driven) kick += BUMP * normal(&p->ground);
  double sine, cosine;
  sincos(p->heading, &sine, &cosine);
  p->x += slip * cosine;
  p->y += slip * sine;
  p->heading += kick;
  p->gyro += kick;
}

static double read_heading(plant *p) {
  double noisy = past(p, p->time - LATENCY) + GYRO_NOISE * normal(&p->gyro_noise);
  return GYRO_STEP * floor(noisy / GYRO_STEP + 0.5);
}

static double read_motor(double position) { return STEP * floor(position / STEP + 0.5); }

static double wrapped(double angle) {
  return angle - 2 * M_PI * floor(angle / (2 * M_PI) + 0.5);
}

static long drive(plant *p, double distance, double power, double gain) {
  long ticks = 0;
  double left = read_motor(p->left_motor), right = read_motor(p->right_motor);
  double kept = read_heading(p), deadline = p->time + 60;
  for (; p->time < deadline;) {
    double correction = gain * wrapped(kept - read_heading(p));
    correction = correction > LIMIT ? LIMIT : correction < -LIMIT ? -LIMIT : correction;
    schedule(p, p->time + DELAY, power - correction, power + correction, 0);
    advance(p, p->time + LOOP);
    disturb(p, 0);
    ticks++;
    double turned = (read_motor(p->left_motor) - left + read_motor(p->right_motor) - right) / 2;
    if (fabs(turned) * DIAMETER / (2 * GEAR) >= distance) break;
  }
  schedule(p, p->time + DELAY, 0, 0, 1);
  advance(p, p->time + SETTLE);
  disturb(p, 1);
  return ticks;
}

static stream seeded(uint64_t run, uint64_t purpose) {
  stream s = {run * 0x9e3779b97f4a7c15u + 1, purpose * 0xbf58476d1ce4e5b9u + 7, 0, 0};
  for (int i = 0; i < 16; i++) uniform(&s);
  return s;
}

int main(int argc, char **argv) {
  long runs = argc > 1 ? atol(argv[1]) : 200, ticks = 0;
  double sum = 0;
  static plant p;
  struct timespec from, to;
  clock_gettime(CLOCK_MONOTONIC, &from);
  for (long run = 0; run < runs; run++) {
    plant fresh = {0};
    p = fresh;
    p.voltage = 8;
    p.stopping = BRAKING;
    p.gyro_walk = seeded(run, 1);
    p.gyro_noise = seeded(run, 2);
    p.ground = seeded(run, 3);
    p.bump = seeded(run, 4);
    remember(&p);
    for (int i = 0; i < 4; i++) ticks += drive(&p, 1500, 0.625, 0.75);
    sum += p.x;
  }
  clock_gettime(CLOCK_MONOTONIC, &to);
  double seconds = (to.tv_sec - from.tv_sec) + (to.tv_nsec - from.tv_nsec) / 1e9;
  printf("%ld %.6f %.3f\n", ticks, seconds, sum / runs);
  return 0;
}
