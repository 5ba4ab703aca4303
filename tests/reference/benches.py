"""Reference values for the benches, computed in other ways than the core computes them.

Run with `python3 tests/reference/benches.py > tests/reference/benches.json`.
The test suite reads only the JSON file, so NumPy and SciPy are not needed to run it.
"""
import colorsys
import json

import numpy as np
from scipy import optimize, stats

rng = np.random.default_rng(20261124)


def allan(period, count):
    """Overlapping Allan deviation from averaged rates, not from the phase."""
    rate = rng.normal(0, 0.004, count) + 0.0003 * np.cumsum(rng.normal(0, 1, count)) * period
    heading = np.concatenate([[0], np.cumsum(rate) * period])
    points = []
    for m in (1, 3, 10, 32):
        averages = np.array([rate[k : k + m].mean() for k in range(count - m + 1)])
        differences = averages[m:] - averages[:-m]
        points.append({"m": m, "deviation": float(np.sqrt(0.5 * np.mean(differences**2)))})
    return {"period": period, "heading": heading.tolist(), "points": points}


def square_end(way, side, believed, track, ratio, steps=20000):
    """The square by small straight steps instead of exact arcs."""
    left = 2 / (1 + ratio)
    right = left * ratio
    turn = (1 if way == "left" else -1) * np.pi / 2 * believed / 2
    x = y = heading = 0.0
    for _ in range(4):
        for dl, dr in ((side * left, side * right), (-turn * left, turn * right)):
            ds = (dl + dr) / 2 / steps
            dh = (dr - dl) / track / steps
            headings = heading + dh * (np.arange(steps) + 0.5)
            x += float(np.sum(ds * np.cos(headings)))
            y += float(np.sum(ds * np.sin(headings)))
            heading += dh * steps
    return {"way": way, "x": x, "y": y}


def distance_scale():
    """Regression through the origin with weights 1/told, by SciPy's general fit."""
    told = np.array([500.0, 500, 500, 1000, 1000, 1000])
    measured = np.round(1.0043 * told + rng.normal(0, 0.09 * np.sqrt(told)), 1)
    popt, pcov = optimize.curve_fit(
        lambda t, s: s * t, told, measured, p0=[1.0], sigma=np.sqrt(told), absolute_sigma=False
    )
    half = stats.t.ppf(0.975, len(told) - 1) * np.sqrt(pcov[0, 0])
    return {
        "told": told.tolist(),
        "measured": measured.tolist(),
        "scale": float(popt[0]),
        "half": float(half),
    }


def colours():
    samples = np.round(rng.uniform(0, 1, (40, 3)), 3).tolist() + [[0.5, 0.5, 0.5], [0, 0, 0]]
    return [{"rgb": rgb, "hsv": list(colorsys.rgb_to_hsv(*rgb))} for rgb in samples]


def light_threshold():
    """Equal error of two normals of unequal spread, found by a root search."""
    dark = np.round(rng.normal(0.11, 0.004, 14), 4)
    light = np.round(rng.normal(0.58, 0.03, 14), 4)
    md, ml, sd, sl = dark.mean(), light.mean(), dark.std(ddof=1), light.std(ddof=1)
    root = optimize.brentq(
        lambda c: stats.norm.sf(c, md, sd) - stats.norm.cdf(c, ml, sl), md, ml, xtol=1e-15
    )
    # Far in the tails both errors vanish in doubles, so the logarithms are what cross.
    root = optimize.brentq(
        lambda c: stats.norm.logsf(c, md, sd) - stats.norm.logcdf(c, ml, sl), md, ml, xtol=1e-15
    )
    return {"dark": dark.tolist(), "light": light.tolist(), "threshold": float(root)}


def range_line():
    tape = np.repeat([100.0, 200, 300, 400, 600, 800], 2)
    reading = np.round(4 + 0.997 * tape + rng.normal(0, 1.5, tape.size), 1)
    fit = stats.linregress(tape, reading)
    t = stats.t.ppf(0.975, tape.size - 2)
    return {
        "tape": tape.tolist(),
        "reading": reading.tolist(),
        "slope": float(fit.slope),
        "slopeHalf": float(t * fit.stderr),
        "intercept": float(fit.intercept),
        "interceptHalf": float(t * fit.intercept_stderr),
    }


def early_stops(step, noises, runs=1_000_000):
    """How much sooner than without noise the first look beyond a mark comes, by trying it."""
    early = []
    for noise in noises:
        place = (rng.random(runs) - np.ceil(8 * noise / step) - 1) * step
        going = np.ones(runs, bool)
        while going.any():
            seen = place[going] + rng.normal(0, noise, going.sum()) < 0
            going[going] = seen
            place[going] += step
        early.append({"noise": noise, "early": float(step / 2 - place.mean())})
    return {"step": step, "stops": early}


print(
    json.dumps(
        {
            "allan": allan(0.01, 600),
            "square": [square_end(w, 900, 118, 121.3, 1.004) for w in ("right", "left")],
            "distance": distance_scale(),
            "colours": colours(),
            "light": light_threshold(),
            "range": range_line(),
            "earlyStops": early_stops(180 * 0.012, (1.5, 10.0)),
        },
        indent=1,
    )
)
