"""Remakes tests/reference/budgets.json and statementRisk.json: uncertainty budgets of eight runs, worked out independently
by Python's uncertainties (linear propagation, error components), NumPy (interpolation between the points of a certificate)
and SciPy (t quantile, integrals).

Needs Debian's python3-scipy and python3-uncertainties. Run alone, or as part of make_reference.py.
"""
import datetime
import json
import math
import pathlib
import sys

import numpy
import scipy
from scipy import integrate, stats
import uncertainties
import uncertainties.umath
from uncertainties import ufloat

OUT = pathlib.Path(__file__).resolve().parents[2] / "tests" / "reference"
YEAR = 365.25


def limit_of(terms, value, low, high):
    total = 0.0
    for term in terms:
        if term["kind"] == "percentReading":
            total += term["value"] / 100 * abs(value)
        elif term["kind"] == "percentSpan":
            total += term["value"] / 100 * (high - low)
        else:
            total += term["value"]
    return total


def years(reference, day):
    a = datetime.date.fromisoformat(reference["calibratedOn"])
    return (datetime.date.fromisoformat(day) - a).days / YEAR


def step_of(text):
    return 10.0 ** -(len(text.split(".")[1]) if "." in text else 0)


def expanded_at(value, shown, correction, expanded, grows):
    """U of a certificate; beyond its points by the steepest slope of its corrections and by itself for each of its lengths."""
    beyond = max(0, shown[0] - value, value - shown[-1]) if grows else 0
    end = numpy.interp(value, shown, expanded)
    return end + beyond * (numpy.abs(numpy.diff(correction) / numpy.diff(shown)).max() + end / (shown[-1] - shown[0]))


def reference_variables(reference, value, run, kelvin):
    """Half-widths or deviations of a reference's own errors, as variables with mean zero."""
    low, high = reference["rangeLow"], reference["rangeHigh"]
    found = {}
    if "calibration" in reference:
        shown, correction, expanded = zip(*reference["calibration"]["points"])
        found["certificate of " + reference["code"]] = ufloat(0, expanded_at(value, shown, correction, expanded, "measurand" in run) / reference["calibration"]["k"])
        if not reference["calibration"]["applied"]:
            left = abs(numpy.interp(value, shown, correction))
            found["correction of " + reference["code"] + ", not made"] = ufloat(0, left / math.sqrt(3))
    elif "certified" in reference:
        certified = reference["certified"]
        found["certificate of " + reference["code"]] = ufloat(0, limit_of(certified["terms"], value, low, high) / certified["k"])
    else:
        found["accuracy of " + reference["code"]] = ufloat(0, limit_of(reference["accuracy"], value, low, high) / math.sqrt(3))
    if "driftPerYear" in reference:
        found["drift of " + reference["code"]] = ufloat(0, years(reference, run["day"]) * limit_of(reference["driftPerYear"], value, low, high) / math.sqrt(3))
    if "temperature" in reference and kelvin > 0:
        found["temperature of " + reference["code"]] = ufloat(0, kelvin * limit_of(reference["temperature"]["perKelvin"], value, low, high) / math.sqrt(3))
    return found


def tanaka(t):
    """Density of air-free water, kg/m³: Tanaka et al., Metrologia 38 (2001) 301."""
    return 999.974950 * (1 - (t - 3.983035) ** 2 * (t + 301.797) / (522528.9 * (t + 69.34881)))


def head_variables(head):
    """What a head follows from, each with its half-width over the root of three."""
    of = {"gas": "air or nitrogen", "water": "water", "oil": "hydraulic oil", "liquid": "another liquid"}[head["fill"]]
    third = math.sqrt(3)
    return {
        "height between reference and instrument": ufloat(head["millimetre"] / 1000, head["heightDoubt"] / 1000 / third),
        f"density of the {of} in the line": ufloat(1, head["densityDoubt"] / 100 / third),
        f"temperature of the {of} in the line": ufloat(head["celsius"], head["celsiusDoubt"] / third),
        "gravity, for the head": ufloat(head["gravity"], head["gravity"] * head["gravityDoubt"] / 100 / third),
    }


def at_instrument(p, run, head):
    """Pressure at the instrument, by hydrostatics and the barometric formula written out."""
    h, factor, celsius, g = head.values()
    facts = run["head"]
    if facts["fill"] == "gas":
        # Isothermal column of an ideal gas; of a gauge pressure the same air stands outside.
        return p * uncertainties.umath.exp(factor * g * h / (287.05 * (celsius + 273.15)))
    expansion = facts["expansion"]
    density = facts["density"] * factor * (1 - expansion * (celsius - facts["celsius"]))
    air = 0 if run["absolute"] else facts["air"] * factor * (1 - expansion * (celsius - facts["celsius"]))
    return p + (density - air) * g * h / run["pascal"]


def corrected(value, reference):
    """What was there where a reference showed a value."""
    if not reference or not reference.get("calibration", {}).get("applied"):
        return value
    shown, correction, _ = zip(*reference["calibration"]["points"])
    return value + float(numpy.interp(value, shown, correction))


def budget(run):
    span = run["urv"] - run["lrv"]
    low, high = run["scale"]
    relative = run["relative"]
    errors = []
    for r in run["readings"]:
        p, y = corrected(float(r["applied"]), run["inputReference"]), corrected(float(r["output"]), run.get("outputReference"))
        if "head" in run:
            p = at_instrument(p, run, {name: v.nominal_value for name, v in head_variables(run["head"]).items()})
        ideal = low + (p - run["lrv"]) / span * (high - low)
        in_input = (y - ideal) / (high - low) * span
        errors.append(100 * in_input / (p if relative else span))
    groups = {}
    for r, e in zip(run["readings"], errors):
        groups.setdefault((r["percent"], r["direction"]), []).append(e)
    repeated = [g for g in groups.values() if len(g) > 1]
    if repeated:
        nu_rep = sum(len(g) - 1 for g in repeated)
        s = math.sqrt(sum(sum((x - sum(g) / len(g)) ** 2 for x in g) for g in repeated) / nu_rep)
    else:
        s, nu_rep = run.get("declared"), None
    mean = {key: sum(g) / len(g) for key, g in groups.items()}
    percents = sorted({r["percent"] for r in run["readings"]})
    lowest = percents[0]
    up_down = {p: mean[(p, "falling")] - mean[(p, "rising")] for p in percents[1:] if (p, "falling") in mean and (p, "rising") in mean}
    at_lowest = [(r, e) for r, e in zip(run["readings"], errors) if r["percent"] == lowest]
    back = at_lowest[-1][1] - at_lowest[0][1] if len(at_lowest) > 1 and at_lowest[-1][0]["direction"] == "falling" else None
    points = []
    for r, error_percent in zip(run["readings"], errors):
        p, y = float(r["applied"]), float(r["output"])
        reference, meter = run["inputReference"], run.get("outputReference")
        band = reference.get("temperature")
        ambient = run["ambient"]
        kelvin = max(0, band["low"] - ambient, ambient - band["high"]) if band else 0
        inputs = reference_variables(reference, p, run, kelvin)
        inputs["resolution of " + reference["code"]] = ufloat(0, max(reference["resolution"], step_of(r["applied"])) / 2 / math.sqrt(3))
        if "headMillimetre" in run:
            pascal = p * run["pascal"] + (0 if run["absolute"] else 101325)
            rho = pascal / (287.05 * 293.15)
            inputs["head between reference and instrument"] = ufloat(0, rho * 9.80665 * run["headMillimetre"] / 1000 / run["pascal"] / math.sqrt(3))
        outputs = {}
        if meter:
            outputs.update(reference_variables(meter, y, run, 0))
            outputs["resolution of " + meter["code"]] = ufloat(0, max(meter["resolution"], step_of(r["output"])) / 2 / math.sqrt(3))
        else:
            outputs["readability of the instrument"] = ufloat(0, max(run["readable"], step_of(r["output"])) / 2 / math.sqrt(3))
        own = {}
        unit = p / 100 if relative else span / 100  # input per % of scatter
        if s:
            own["repeatability of the instrument"] = ufloat(0, s * unit)
        each_way = run.get("measurand") == "each-way"
        if not each_way and (r["percent"] != lowest or back is None):
            difference = up_down.get(r["percent"])
            if difference is None and up_down:
                difference = max(up_down.values(), key=abs)
            if difference:
                own["hysteresis"] = ufloat(0, abs(difference) / 2 / math.sqrt(3) * unit)
        if back and not each_way:
            own["return to zero"] = ufloat(0, abs(back) / 2 / math.sqrt(3) * unit)
        head = head_variables(run["head"]) if "head" in run else {}
        at_reference = corrected(p, reference) + sum(inputs.values())
        applied = at_instrument(at_reference, run, head) if head else p + sum(inputs.values())
        indicated = y + sum(outputs.values()) + sum(own.values()) / span * (high - low)
        error = (indicated - (low + (applied - run["lrv"]) / span * (high - low))) / abs(high - low) * 100
        by_variable = {id(v): name for name, v in {**inputs, **head, **outputs, **own}.items()}
        components = {by_variable[id(v)]: u for v, u in error.error_components().items() if u > 0}
        u = error.std_dev
        inverse = (components.get("repeatability of the instrument", 0) / u) ** 4 / nu_rep if nu_rep else 0
        nu = None if inverse < 1e-7 else 1 / inverse
        k = stats.norm.ppf((1 + 0.9545) / 2) if nu is None else stats.t.ppf((1 + 0.9545) / 2, max(1, math.floor(nu)))
        points.append({"error": error_percent, "components": components, "u": u, "degrees": nu, "k": float(k), "U": float(k * u)})
    return {**run, "points": points}


def readings(percents, cycles, lrv, urv, fmt_in, fmt_out, scale, error):
    """Up and down in cycles, an error in % of span given by point, direction and count."""
    out, count = [], 0
    order = []
    for cycle in range(cycles):
        up = percents if cycle == 0 else percents[1:]
        order += [(p, "rising") for p in up] + [(p, "falling") for p in reversed(percents[:-1])]
    for percent, direction in order:
        applied = f"{lrv + percent / 100 * (urv - lrv):{fmt_in}}"
        ideal = scale[0] + (float(applied) - lrv) / (urv - lrv) * (scale[1] - scale[0])
        out.append({"percent": percent, "direction": direction, "applied": applied,
                    "output": f"{ideal + error(percent, direction, count) / 100 * (scale[1] - scale[0]):{fmt_out}}"})
        count += 1
    return out


def runs():
    wobble = [0.031, -0.02, 0.008, -0.034, 0.016, 0.027, -0.011, 0.005, -0.029, 0.019, -0.007, 0.033, -0.024, 0.012]
    transmitter = {
        "name": "digital transmitter, three cycles", "lrv": 0, "urv": 37, "unit": "kPa", "pascal": 1000, "absolute": False, "relative": False,
        "scale": [4, 20], "signal": "4-20mA", "ambient": 33.5, "day": "2026-09-14", "headMillimetre": 640,
        "inputReference": {"code": "T-A", "rangeLow": -50, "rangeHigh": 50, "resolution": 0.001, "calibratedOn": "2026-02-03",
                           "accuracy": [{"kind": "percentReading", "value": 0.021}, {"kind": "percentSpan", "value": 0.006}],
                           "driftPerYear": [{"kind": "percentReading", "value": 0.012}],
                           "temperature": {"perKelvin": [{"kind": "percentReading", "value": 0.0015}], "low": 16, "high": 28}},
        "outputReference": {"code": "T-B", "rangeLow": 0, "rangeHigh": 25, "resolution": 0.001, "calibratedOn": "2026-05-20",
                            "accuracy": [{"kind": "percentReading", "value": 0.013}, {"kind": "percentSpan", "value": 0.004}]},
    }
    transmitter["readings"] = readings([0, 20, 55, 100], 3, 0, 37, ".3f", ".3f", [4, 20],
                                       lambda p, d, n: 0.04 + p / 2000 + (0.03 if d == "falling" else 0) + wobble[n % 14])
    dial = {
        "name": "dial gauge, one cycle, repeatability declared", "lrv": 0, "urv": 7.4, "unit": "bar", "pascal": 1e5, "absolute": False, "relative": False,
        "scale": [0, 7.4], "signal": "display", "ambient": 22, "day": "2026-09-14", "division": 0.1, "fraction": 0.2, "readable": 0.02, "declared": 0.07,
        "inputReference": {"code": "T-C", "rangeLow": 0, "rangeHigh": 21, "resolution": 0.0005, "calibratedOn": "2025-11-30",
                           "accuracy": [{"kind": "percentReading", "value": 0.025}, {"kind": "percentSpan", "value": 0.008}]},
    }
    dial["readings"] = readings([0, 25, 50, 75, 100], 1, 0, 7.4, ".4f", ".2f", [0, 7.4],
                                lambda p, d, n: (0.1 if p == 0 else 0.5 * (p / 100)) + ((0.2 if p == 0 else 0.62) if d == "falling" else 0))
    vacuum = {
        "name": "vacuum gauge over decades, certificate of the reference, two cycles", "lrv": 0.0005, "urv": 800, "unit": "hPa", "pascal": 100,
        "absolute": True, "relative": True, "scale": [0.0005, 800], "signal": "display", "ambient": 21, "day": "2026-09-14",
        "division": 0.00001, "fraction": 1, "readable": 0.00001,
        "inputReference": {"code": "T-D", "rangeLow": 0, "rangeHigh": 1100, "resolution": 0.00001, "calibratedOn": "2026-01-15",
                           "accuracy": [{"kind": "percentReading", "value": 1}],
                           "certified": {"terms": [{"kind": "percentReading", "value": 0.6}, {"kind": "absolute", "value": 0.00003}], "k": 2.13},
                           "driftPerYear": [{"kind": "percentReading", "value": 0.35}]},
    }
    values = [0.002, 0.05, 3, 640]
    out, n = [], 0
    for cycle in range(2):
        for direction in ("rising", "falling"):
            for value in (values if direction == "rising" else list(reversed(values[:-1]))):
                if cycle and direction == "rising" and value == values[0]:
                    continue
                percent = (value - 0.0005) / (800 - 0.0005) * 100
                e = 1.4 + (0.8 if direction == "falling" else 0) + 20 * wobble[n % 14]
                out.append({"percent": percent, "direction": direction, "applied": f"{value:.5f}", "output": f"{value * (1 + e / 100):.5f}"})
                n += 1
    vacuum["readings"] = out
    points = [[-0.012, 0.004, 0.006], [9.985, 0.011, 0.0064], [25.016, -0.017, 0.0071], [41.03, -0.029, 0.0088]]
    by_points = {**transmitter, "name": "the same, corrected by the points of both certificates"}
    by_points["inputReference"] = {**transmitter["inputReference"], "calibration": {"points": points, "k": 2.04, "applied": True}}
    by_points["outputReference"] = {**transmitter["outputReference"],
                                    "calibration": {"points": [[4, 0.0013, 0.0006], [12, -0.0008, 0.0009], [20, 0.0021, 0.0014]], "k": 2, "applied": True}}
    not_made = {**by_points, "name": "the same certificates, their corrections not made"}
    for reference in ("inputReference", "outputReference"):
        not_made[reference] = {**by_points[reference], "calibration": {**by_points[reference]["calibration"], "applied": False}}
    each_way = {"measurand": "each-way"}
    no_old_head = {key: value for key, value in transmitter.items() if key != "headMillimetre"}
    doubts = {"gravity": 9.8122, "gravityDoubt": 0.02, "heightDoubt": 12, "air": 1.19}
    water = {**no_old_head, **each_way, "name": "reference below, line full of water, errors each way apart",
             "head": {**doubts, "fill": "water", "millimetre": -730, "density": 997.77, "densityDoubt": 0.1, "celsius": 22, "celsiusDoubt": 4,
                      "expansion": 1 - tanaka(22.5) / tanaka(21.5)}}
    oil = {**by_points, **each_way, "name": "reference above, line full of oil, certificates applied", "head":
           {**doubts, "fill": "oil", "millimetre": 410, "density": 861.0, "densityDoubt": 3, "celsius": 35, "celsiusDoubt": 6, "expansion": 7e-4}}
    del oil["headMillimetre"]
    gas = {**vacuum, **each_way, "name": "absolute, reference far above, gas in the line", "head":
           {**doubts, "fill": "gas", "millimetre": 8400, "density": None, "densityDoubt": 6, "celsius": 17, "celsiusDoubt": 5}}
    for run in (water, oil, gas):
        run["readings"] = [{**r, "output": moved(r, run)} for r in run["readings"]]
    return [transmitter, dial, vacuum, by_points, not_made, water, oil, gas]


def moved(reading, run):
    """The output of an instrument that sees the pressure at its own level."""
    p = float(reading["applied"])
    head = {name: v.nominal_value for name, v in head_variables(run["head"]).items()}
    low, high = run["scale"]
    digits = len(reading["output"].split(".")[1])
    by = (at_instrument(p, run, head) - p) / (run["urv"] - run["lrv"]) * (high - low)
    return f"{float(reading['output']) + by:.{digits}f}"


def statement_risk():
    """Probability that the true error lies outside ±limit, given the measured one: integral of the normal density."""
    cases = []
    for limit, u in ((0.3, 0.08), (0.5, 0.1), (1.2, 0.4), (0.25, 0.3)):
        for error in (0, 0.5 * limit, 0.9 * limit, limit, -0.75 * limit):
            inside = integrate.quad(lambda x: stats.norm.pdf(x, error, u), -limit, limit, epsabs=1e-13)[0]
            cases.append({"limit": limit, "standardUncertainty": u, "error": error, "outside": 1 - inside})
    return cases


def main():
    source = f"uncertainties {uncertainties.__version__}, SciPy {scipy.__version__}"
    for name, cases in (("budgets", [budget(run) for run in runs()]), ("statementRisk", statement_risk())):
        (OUT / f"{name}.json").write_text(json.dumps({"source": source, "cases": cases}, indent=1) + "\n")
        print(f"{name}.json: {len(cases)} cases, {source}")


if __name__ == "__main__":
    main()
    sys.exit(0)
