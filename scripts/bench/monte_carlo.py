"""The benchmark's Monte Carlo task with numpy: the same model, inputs, trials and results. Prints seconds per run."""
import json
import sys
import time

import numpy


def run(trials, seed):
    random = numpy.random.default_rng(seed)
    a = random.normal(10, 0.1, trials)
    b = random.normal(5, 0.05, trials)
    c = random.uniform(19, 21, trials)
    d = random.normal(4, 0.02, trials)
    e = random.uniform(0.9, 1.1, trials)
    y = numpy.sort(a * b + c / d - e)
    inside = int(round(0.95 * trials))
    widths = y[inside:] - y[: trials - inside]
    start = int(numpy.argmin(widths))
    return y.mean(), y.std(ddof=1), y[start], y[start + inside], numpy.histogram(y, 60)[0][0]


if __name__ == "__main__":
    trials, repeats = int(sys.argv[1]), int(sys.argv[2])
    run(trials, 0)
    seconds = []
    for seed in range(repeats):
        start = time.perf_counter()
        result = run(trials, seed)
        seconds.append(time.perf_counter() - start)
    print(json.dumps({"version": numpy.__version__, "seconds": seconds, "u": float(result[1])}))
