"""Reference values for the statistics of the core, from SciPy and NumPy.

Run with `python3 tests/reference/statistics.py > tests/reference/statistics.json`.
The test suite reads only the JSON file, so SciPy is not needed to run it.
"""
import json

import numpy as np
from scipy import stats

rng = np.random.default_rng(20260101)


def wilson(hits, tries):
    interval = stats.binomtest(hits, tries).proportion_ci(0.95, method="wilson")
    return {"hits": hits, "tries": tries, "low": interval.low, "high": interval.high}


def summary(n):
    offsets = np.round(
        rng.multivariate_normal(
            [6, -9, 0.02], [[40, 12, 0.05], [12, 90, -0.1], [0.05, -0.1, 0.002]], size=n
        ),
        3,
    )
    place = offsets[:, :2]
    mean = place.mean(axis=0)
    cov = np.cov(place.T)
    inverse = np.linalg.inv(cov)
    distance = np.linalg.norm(place - mean, axis=1)
    t2 = n * mean @ inverse @ mean
    eigenvalues = np.sort(np.linalg.eigvalsh(cov))[::-1]
    prediction = 2 * (n - 1) * (n + 1) / (n * (n - 2)) * stats.f.ppf(0.95, 2, n - 2)
    return {
        "offsets": offsets.tolist(),
        "mean": offsets.mean(axis=0).tolist(),
        "covariance": cov.tolist(),
        "accuracy": float(np.linalg.norm(mean)),
        "repeatability": float(distance.mean() + 3 * distance.std(ddof=1)),
        "p": float(stats.f.sf((n - 2) / (2 * (n - 1)) * t2, 2, n - 2)),
        "ellipse": np.sqrt(prediction * eigenvalues).tolist(),
    }


def hit_chance(mean, cov, radius):
    """Circle at the origin by a fine polar grid of the bivariate normal density."""
    density = stats.multivariate_normal(mean, cov)
    r, wr = np.polynomial.legendre.leggauss(400)
    r, wr = radius * (r + 1) / 2, wr * radius / 2
    a = np.linspace(0, 2 * np.pi, 1440, endpoint=False)
    rr, aa = np.meshgrid(r, a)
    values = density.pdf(np.dstack([rr * np.cos(aa), rr * np.sin(aa)]))
    chance = float((values * rr * wr).sum() * (a[1] - a[0]))
    return {"mean": mean, "covariance": cov, "radius": radius, "chance": chance}


def regression():
    x = rng.uniform(0.5, 3, 12)
    w = rng.choice([1.5, 3.0], 12)
    y = np.round(1.01 * x + 0.025 * w + 0.008 * w * w + rng.normal(0, 0.01, 12), 6)
    x, design = np.round(x, 6), None
    design = np.column_stack([x, w, w * w])
    beta, rss, _, _ = np.linalg.lstsq(design, y, rcond=None)
    dof = len(y) - 3
    covariance = rss[0] / dof * np.linalg.inv(design.T @ design)
    margin = stats.t.ppf(0.975, dof) * np.sqrt(np.diag(covariance))
    return {
        "rows": design.tolist(),
        "values": y.tolist(),
        "coefficients": beta.tolist(),
        "low": (beta - margin).tolist(),
        "high": (beta + margin).tolist(),
        "residualSpread": float(np.sqrt(rss[0] / dof)),
    }


print(
    json.dumps(
        {
            "wilson": [wilson(*c) for c in [(8, 10), (0, 5), (10, 10), (37, 60)]],
            "summaries": [summary(n) for n in (5, 10, 40)],
            "hitChances": [
                hit_chance([0, 0], [[100, 0], [0, 100]], 20),
                hit_chance([-12, 9], [[80, 30], [30, 140]], 30),
                hit_chance([40, 5], [[25, -5], [-5, 16]], 30),
            ],
            "regression": regression(),
        },
        indent=1,
    )
)
