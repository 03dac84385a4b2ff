"""The benchmark's water and steam task with iapws: the same states and properties. Prints seconds per run and the sums."""
import json
import sys
import time

import iapws
from iapws.iapws97 import _PSat_T, _Region1, _Region2, _TSat_P


def tasks(count):
    liquid = [(3 + i % 40, 280 + i % 220) for i in range(count)]
    vapour = [(0.05 + (i % 50) / 100, 480 + i % 500) for i in range(count)]
    kelvin = [280 + i % 360 for i in range(count)]
    return (
        lambda: sum(_Region1(t, p)["v"] for p, t in liquid),
        lambda: sum(_Region2(t, p)["v"] for p, t in vapour),
        lambda: sum(_TSat_P(_PSat_T(t)) for t in kelvin),
    )


if __name__ == "__main__":
    count, repeats = int(sys.argv[1]), int(sys.argv[2])
    seconds, sums = [], []
    for task in tasks(count):
        sums.append(float(task()))
        runs = []
        for _ in range(repeats):
            start = time.perf_counter()
            task()
            runs.append(time.perf_counter() - start)
        seconds.append(runs)
    print(json.dumps({"version": iapws.__version__, "seconds": seconds, "sums": sums}))
