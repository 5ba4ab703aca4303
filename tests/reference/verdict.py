"""Reference values for charts, factors, comparison, claims, outliers and points, from SciPy and NumPy.

Run with `python3 tests/reference/verdict.py > tests/reference/verdict.json`.
The test suite reads only the JSON file, so SciPy is not needed to run it.
"""
import json

import numpy as np
from scipy import stats

rng = np.random.default_rng(20261125)


def offsets(n, mean=(4, -6), cov=((40, 12), (12, 90))):
    return np.round(rng.multivariate_normal(mean, cov, size=n), 3)


def chart(n):
    values = np.round(rng.normal(10, 4, n), 3)
    ranges = np.abs(np.diff(values))
    # d2 is the mean range of two standard normal values: 2/sqrt(pi).
    half = 3 * ranges.mean() / (2 / np.sqrt(np.pi))
    return {
        "values": values.tolist(),
        "mean": values.mean(),
        "lower": values.mean() - half,
        "upper": values.mean() + half,
        "rangeLimit": 3.267 * ranges.mean(),
    }


def factors(n):
    place = offsets(n)
    battery = np.round(8.2 - 0.02 * np.arange(n) + rng.normal(0, 0.02, n), 2)
    since = np.round(rng.uniform(10, 900, n), 0)
    place[:, 1] += np.round(0.01 * since, 3)
    found = []
    for axis, column in (("along", 0), ("left", 1)):
        y = place[:, column]
        for factor, x in (
            ("order", np.arange(1, n + 1)),
            ("battery", battery),
            ("time since zero", since),
        ):
            line = stats.linregress(x, y)
            margin = stats.t.ppf(0.975, n - 2) * line.stderr
            found.append(
                {
                    "factor": factor,
                    "axis": axis,
                    "slope": line.slope,
                    "low": line.slope - margin,
                    "high": line.slope + margin,
                }
            )
        found.append({"factor": "run before", "axis": axis})
    # Min P by shuffling the runs: every question's p is the share of shuffles that show as much, and the
    # corrected one the share of shuffles whose rarest answer is as rare.
    conditions = [np.arange(n), battery, since]
    shuffles = 20000

    def shown(y):
        z = (y - y.mean()) / y.std()
        lines = [abs(np.corrcoef(x, y)[0, 1]) for x in conditions]
        return [*lines, (z[1:] * z[:-1]).sum()]

    table = np.array(
        [
            [*shown(place[o, 0]), *shown(place[o, 1])]
            for o in [np.arange(n)] + [rng.permutation(n) for _ in range(shuffles)]
        ]
    )
    share = np.array(
        [1 + (1 - stats.rankdata(column, method="min")) / len(column) for column in table.T]
    )
    rarest = share.min(axis=0)
    for one, values in zip(found, share):
        one["p"] = values[0]
        one["adjustedP"] = (rarest <= values[0] + 1e-12).mean()
    return {
        "offsets": place.tolist(),
        "battery": battery.tolist(),
        "since": since.tolist(),
        "effects": found,
    }


def mad(values):
    return 1.4826 * np.median(np.abs(values - np.median(values)))


def ogk(n):
    """Orthogonalised Gnanadesikan-Kettenring distances by eigenvectors, two passes."""
    place = offsets(n)
    place[0] = [80, 60]
    points = place.copy()
    for _ in range(2):
        scale = np.array([mad(points[:, 0]), mad(points[:, 1])])
        scaled = points / scale
        u = (mad(scaled.sum(axis=1)) ** 2 - mad(scaled[:, 0] - scaled[:, 1]) ** 2) / 4
        _, vectors = np.linalg.eigh(np.array([[1, u], [u, 1]]))
        points = scaled @ vectors
    centre = np.median(points, axis=0)
    spread = np.array([mad(points[:, 0]), mad(points[:, 1])])
    square = (((points - centre) / spread) ** 2).sum(axis=1)
    return {
        "offsets": place.tolist(),
        "distances": np.sqrt(square * stats.chi2.median(2) / np.median(square)).tolist(),
    }


def comparison(n, m, shift, scale):
    first = offsets(n)
    second = np.round(offsets(m) * scale + shift, 3)
    differences = {}
    for axis, column in (("along", 0), ("left", 1)):
        a, b = first[:, column].var(ddof=1) / n, second[:, column].var(ddof=1) / m
        df = (a + b) ** 2 / (a**2 / (n - 1) + b**2 / (m - 1))
        value = second[:, column].mean() - first[:, column].mean()
        interval = stats.t.interval(0.95, df, value, np.sqrt(a + b))
        differences[axis] = {"value": value, "low": interval[0], "high": interval[1]}
    before, after = np.cov(first.T), np.cov(second.T)
    freedom = lambda c, k: (k - 1) * np.trace(c) ** 2 / np.trace(c @ c)
    ratio = np.trace(after) / np.trace(before)
    df = freedom(after, m), freedom(before, n)

    def largest(a, b):
        gap = np.abs(b.mean(axis=0) - a.mean(axis=0))
        error = a.var(axis=0, ddof=1) / len(a) + b.var(axis=0, ddof=1) / len(b)
        return (gap / np.sqrt(error)).max()

    own = lambda c: np.linalg.norm(c - c.mean(axis=0), axis=1) / np.sqrt(1 - 1 / len(c))
    log_ratio = lambda a, b: abs(np.log(b.mean() / a.mean()))
    p = {}
    for name, statistic, one, other in (
        ("meanP", largest, first, second),
        ("spreadP", log_ratio, own(first), own(second)),
    ):
        both = np.concatenate([one, other])
        seen = statistic(one, other)
        deals = 20000
        count = sum(
            statistic(both[o[:n]], both[o[n:]]) >= seen - 1e-12
            for o in (rng.permutation(n + m) for _ in range(deals))
        )
        p[name] = (count + 1) / (deals + 1)
    return {
        "first": first.tolist(),
        "second": second.tolist(),
        "difference": differences,
        "spreadRatio": {
            "value": np.sqrt(ratio),
            "low": np.sqrt(ratio / stats.f.ppf(0.975, *df)),
            "high": np.sqrt(ratio / stats.f.ppf(0.025, *df)),
        },
        **p,
    }


def claim(hits, tries, goal):
    rate = stats.binomtest(hits, tries, alternative="greater").proportion_ci(0.9, "exact").low
    more = next(
        m for m in range(3000) if stats.binom.sf(hits + m - 1, tries + m, goal) <= 0.1
    )
    return {"hits": hits, "tries": tries, "goal": goal, "rate": rate, "more": more}


def promise(n, old):
    place = offsets(n, (1, 2))
    mean, cov = place.mean(axis=0), np.cov(place.T)
    runs = 1 / (1 / n + 1 / old)
    t2 = runs * mean @ np.linalg.inv(cov) @ mean
    return {
        "offsets": place.tolist(),
        "runs": old,
        "p": stats.f.sf((n - 2) / (2 * (n - 1)) * t2, 2, n - 2),
    }


def unequal_promise(n, old):
    """Two middles with spreads of their own: Hotelling's T2 with Krishnamoorthy and Yu's degrees of freedom."""
    place = offsets(n, (1, 2))
    errors = np.cov(place.T) / n, np.array([[90.0, -30.0], [-30.0, 160.0]]) / old
    inverse = np.linalg.inv(errors[0] + errors[1])
    mean = place.mean(axis=0)
    p, t2 = 2, mean @ inverse @ mean
    doubt = 0
    for error, count in zip(errors, (n, old)):
        values = np.linalg.eigvals(error @ inverse).real
        doubt += (np.sum(values**2) + np.sum(values) ** 2) / (count - 1)
    freedom = (p + p * p) / doubt
    return {
        "offsets": place.tolist(),
        "runs": old,
        "p": stats.f.sf(t2 * (freedom - p + 1) / (freedom * p), p, freedom - p + 1),
    }


def points(n):
    full = [20, 15, 30]
    shares = rng.choice([0, 0.5, 1], size=(n, 3), p=[0.2, 0.2, 0.6])
    shares[:, 1] = np.where(rng.uniform(size=n) < 0.5, shares[:, 0], shares[:, 1])
    mean = shares.mean(axis=0)
    z = stats.norm.ppf(0.975)
    middle = (mean + z * z / (2 * n)) / (1 + z * z / n)
    half = z / (1 + z * z / n) * np.sqrt(mean * (1 - mean) / n + z * z / (4 * n * n))
    low, high = full * (middle - half), full * (middle + half)
    expected = full * mean
    related = np.corrcoef(shares.T)
    return {
        "full": full,
        "shares": shares.tolist(),
        "expected": expected.sum(),
        "low": expected.sum() - np.sqrt((expected - low) @ related @ (expected - low)),
        "high": expected.sum() + np.sqrt((high - expected) @ related @ (high - expected)),
    }


def homography():
    """A camera that looks down a little askew, as a 3 × 4 matrix; not the core's algorithm."""
    tilt = 0.12
    rotation = np.array(
        [[1, 0, 0], [0, -np.cos(tilt), np.sin(tilt)], [0, -np.sin(tilt), -np.cos(tilt)]]
    )
    camera = np.array([[1500, 0, 1000], [0, 1500, 600], [0, 0, 1]])
    centre = np.array([1100, 300, 1900.0])

    def see(point):
        x, y, w = camera @ rotation @ (np.array([*point, 0.0]) - centre)
        return [x / w, y / w]

    known = [[0, 0], [2200, 0], [2200, 1100], [0, 1100]]
    others = rng.uniform([0, 0], [2200, 1100], size=(8, 2)).tolist()
    return {
        "known": [{"field": p, "picture": see(p)} for p in known],
        "others": [{"field": p, "picture": see(p)} for p in others],
    }


print(
    json.dumps(
        {
            "charts": [chart(n) for n in (5, 12, 40)],
            "factors": [factors(n) for n in (8, 20, 55)],
            "outliers": [ogk(n) for n in (9, 20, 41)],
            "comparisons": [
                comparison(10, 10, 0, 1),
                comparison(20, 14, 4, 1),
                comparison(12, 30, 0, 0.6),
            ],
            "claims": [
                claim(*c)
                for c in ((8, 10, 0.9), (40, 41, 0.9), (10, 10, 0.7), (60, 61, 0.9))
            ],
            "promises": [promise(n, m) for n, m in ((6, 10), (20, 20))],
            "points": [points(n) for n in (10, 45)],
            "homography": homography(),
            "unequalPromises": [unequal_promise(n, m) for n, m in ((6, 10), (20, 8))],
        },
        indent=1,
        default=float,
    )
)
