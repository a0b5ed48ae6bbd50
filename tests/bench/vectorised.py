"""The same pieces drawn by numpy, source by source and vectorised: what the simulation is measured against."""

import json
import sys
import time

import numpy

model = json.load(sys.stdin)
random = numpy.random.default_rng(1)
samples = model["samples"]


def drawn(source):
    half = source["plusMinus"]
    kind = source["distribution"]
    if kind == "normal":
        return source["offset"] + half / 3 * random.standard_normal(samples)
    if kind == "one-sided":
        return source["offset"] + half / 3 * numpy.abs(random.standard_normal(samples))
    if kind == "uniform":
        return source["offset"] + half * random.uniform(-1, 1, samples)
    return source["offset"] + half * (random.uniform(0, 1, samples) - random.uniform(0, 1, samples))


def run():
    begun = time.perf_counter()
    for measure in model["measures"]:
        pieces = numpy.stack([drawn(model["sources"][i]) for i in measure["sources"]])
        values = numpy.array(measure["forms"]) @ pieces
        worst = numpy.full(samples, -numpy.inf)
        for check in measure["checks"]:
            if check["kind"] == "between":
                value = values[check["value"]]
                over = numpy.maximum(value - check["upper"], check["lower"] - value)
                if check["plus"] is not None:
                    over = over + values[check["plus"]]
            else:
                over = check["factor"] * numpy.hypot(values[check["first"]], values[check["second"]])
                over = over - check["diameter"]
            worst = numpy.maximum(worst, over)
        worst.sort()
    return 1000 * (time.perf_counter() - begun)


run()
print(min(run() for _ in range(5)))
