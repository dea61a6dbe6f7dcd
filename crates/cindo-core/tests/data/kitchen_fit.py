"""Reference for the fit of a kitchen: the same robust least squares by SciPy.

Minimises  1/2 sum (x/prior)^2 + 5/2 sum ln(1 + r^2/4)  over doubtful rows, plus 1/2 sum r^2 over others,
with scipy.optimize.minimize (BFGS, then Nelder-Mead to tighten), which shares nothing with the solver tested.
Writes kitchen_fit_rows.csv (said, sd, coefficients, doubtful) and kitchen_fit_mode.csv (x).
"""
import csv
import numpy as np
from scipy.optimize import minimize

rng = np.random.default_rng(7)
PRIOR = np.array([1.6, 0.17, 8.7, 0.17, 8.7])
truth = np.array([1.1, -0.14, 9.0, 0.2, -6.0])
rows = []
for i in range(16):
    gear = i % 2
    a = np.zeros(5)
    a[0] = rng.uniform(18, 34)
    a[1 + 2 * gear] = -rng.uniform(150, 320)
    a[2 + 2 * gear] = -rng.uniform(1.0, 3.5)
    sd = rng.uniform(15, 45)
    said = a @ truth + rng.normal(0, sd)
    if i in (5, 11):
        said += 400.0
    rows.append((said, sd, a, True))
rows.append((8.0, 2.0, np.array([0, 0, 1.0, 0, 0]), False))

def cost(x):
    total = 0.5 * np.sum((x / PRIOR) ** 2)
    for said, sd, a, doubtful in rows:
        r = (said - a @ x) / sd
        total += 2.5 * np.log1p(r * r / 4.0) if doubtful else 0.5 * r * r
    return total

best = None
for _ in range(20):
    start = rng.normal(0, PRIOR * 0.3)
    found = minimize(cost, start, method="BFGS", options={"gtol": 1e-10})
    found = minimize(cost, found.x, method="Nelder-Mead",
                     options={"xatol": 1e-10, "fatol": 1e-14, "maxiter": 200000, "maxfev": 200000})
    if best is None or found.fun < best.fun:
        best = found
with open("kitchen_fit_rows.csv", "w", newline="") as f:
    w = csv.writer(f)
    w.writerow(["said", "sd", "a0", "a1", "a2", "a3", "a4", "doubtful"])
    for said, sd, a, doubtful in rows:
        w.writerow([f"{said:.9f}", f"{sd:.9f}", *[f"{v:.9f}" for v in a], int(doubtful)])
with open("kitchen_fit_mode.csv", "w", newline="") as f:
    w = csv.writer(f)
    w.writerow(["x"])
    for v in best.x:
        w.writerow([f"{v:.9f}"])
print(best.x, best.fun)
