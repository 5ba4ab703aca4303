"""Radius of the circle that holds 95 % of a centred bivariate normal with deviations 1 and r.

Run with python3-scipy; the table stands in src/core/analysis/budget/band.ts.
"""

import numpy as np
from scipy.integrate import quad
from scipy.optimize import brentq


def inside(radius, ratio):
    """Chance to lie within the radius: the angle integrated in closed form for each direction."""
    if ratio == 0:
        from scipy.stats import norm

        return 2 * norm.cdf(radius) - 1

    def density(angle):
        a = np.cos(angle) ** 2 + np.sin(angle) ** 2 / ratio**2
        return (1 - np.exp(-a * radius**2 / 2)) / (2 * np.pi * ratio * a)

    return 4 * quad(density, 0, np.pi / 2, epsabs=1e-12, points=[np.pi / 2])[0]


print([round(brentq(lambda r: inside(r, k / 10) - 0.95, 1, 4), 4) for k in range(11)])
