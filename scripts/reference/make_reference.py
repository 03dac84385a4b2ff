"""Remakes tests/reference/*.json: values from general-purpose libraries that our own code is checked against.

Needs Debian's python3-scipy, python3-numpy, python3-uncertainties, python3-iapws, python3-fluids and units. Run by `npm run reference`.
The files are committed, so that the tests need none of these.
"""
import json
import pathlib
import subprocess
import sys

import numpy
import scipy
from scipy import integrate, interpolate, optimize, stats
import uncertainties
from uncertainties import ufloat, umath

import make_budgets

OUT = pathlib.Path(__file__).resolve().parents[2] / "tests" / "reference"
SCIPY = f"SciPy {scipy.__version__}"


def write(name, source, cases):
    path = OUT / f"{name}.json"
    path.write_text(json.dumps({"source": source, "cases": cases}, indent=1) + "\n")
    print(f"{path.name}: {len(cases)} cases, {source}")


def distributions():
    normal = [{"z": z, "cdf": stats.norm.cdf(z)} for z in (-12, -8, -6, -4.5, -3.6, -3.4, -2, -0.7, 0, 0.3, 1.96, 3.5, 5)]
    quantile = [{"p": p, "z": stats.norm.ppf(p)} for p in (1e-12, 1e-6, 0.001, 0.02, 0.3, 0.5, 0.9, 0.975, 0.9999)]
    student = [
        {"coverage": c, "degrees": d, "factor": stats.t.ppf((1 + c) / 2, d)}
        for c in (0.6827, 0.9, 0.95, 0.9545, 0.99, 0.9973)
        for d in (1, 2, 3, 5, 8, 16, 16.7, 50, 100, 5000)
    ]
    write("normal", f"{SCIPY}, stats.norm", [{"cdf": normal, "quantile": quantile}])
    write("studentT", f"{SCIPY}, stats.t", student)


def tables():
    cases = []
    for points in (
        [[0, 0], [25, 21], [50, 47], [75, 76], [100, 100]],
        [[0, 0], [10, 2], [20, 60], [100, 100]],
        [[0, 100], [30, 80], [60, 20], [100, 0]],
        [[-10, 3], [5, 3.5], [90, 40]],
    ):
        x, y = zip(*points)
        curve = interpolate.PchipInterpolator(x, y)
        at = [float(v) for v in numpy.linspace(x[0], x[-1], 23)]
        cases.append({"points": points, "at": at, "value": [float(curve(v)) for v in at],
                      "slope": [float(curve.derivative()(v)) for v in at]})
    write("monotoneTable", f"{SCIPY}, interpolate.PchipInterpolator", cases)


def linearity():
    """Minimax lines as linear programmes: minimise t with |y - a - b x| <= t."""
    random = numpy.random.default_rng(20261124)
    cases = []
    for count in (3, 5, 5, 9, 11, 21):
        x = numpy.linspace(0, 100, count)
        y = x + 0.4 * numpy.sin(x / 17) + random.normal(0, 0.1, count) + 0.2
        free = minimax(x, y)
        zero = minimax(x - x[0], y - y[0], through_zero=True)
        cases.append({"input": x.tolist(), "output": y.tolist(), "independent": free, "zeroBased": zero})
    write("linearity", f"{SCIPY}, optimize.linprog (minimax line)", cases)


def minimax(x, y, through_zero=False):
    one = numpy.ones_like(x)
    intercept = numpy.zeros_like(x) if through_zero else one
    upper = numpy.column_stack([-intercept, -x, -one])
    lower = numpy.column_stack([intercept, x, -one])
    answer = optimize.linprog([0, 0, 1], A_ub=numpy.vstack([upper, lower]), b_ub=numpy.concatenate([-y, y]),
                              bounds=[(None, None), (None, None), (0, None)], method="highs")
    return answer.fun


def risks():
    cases = []
    for mean, s0, u, limit, accept in (
        (0, 0.3, 0.1, 0.5, 0.5), (0.1, 0.3, 0.1, 0.5, 0.4), (0, 0.05, 0.02, 0.5, 0.5), (-0.2, 0.2, 0.15, 0.5, 0.3),
        (0, 1, 0.125, 1, 1), (0, 0.5, 0.02, 1, 0.98), (0, 1, 0.001, 1, 0.999), (0.3, 0.02, 0.5, 0.4, 0.4),
    ):
        density = lambda e: stats.norm.pdf(e, mean, s0)
        accepted = lambda e: stats.norm.cdf((accept - e) / u) - stats.norm.cdf((-accept - e) / u)
        # Told where the steps are, or it steps over them.
        quad = lambda f, a, b: 0 if b <= a else integrate.quad(
            f, a, b, epsabs=1e-14, epsrel=1e-11, limit=400,
            points=[c for c in (-accept - 6 * u, -accept + 6 * u, accept - 6 * u, accept + 6 * u, mean) if a < c < b])[0]
        far = 12 * s0
        fa = (quad(lambda e: accepted(e) * density(e), min(-limit, mean - far), -limit)
              + quad(lambda e: accepted(e) * density(e), limit, max(limit, mean + far)))
        fr = quad(lambda e: (1 - accepted(e)) * density(e), max(-limit, mean - far), min(limit, mean + far))
        cases.append({"mean": mean, "priorDeviation": s0, "standardUncertainty": u, "limit": limit,
                      "acceptanceLimit": accept, "falseAccept": fa, "falseReject": fr,
                      "inTolerance": stats.norm.cdf(limit, mean, s0) - stats.norm.cdf(-limit, mean, s0),
                      "specific": stats.norm.sf(limit, accept, u) + stats.norm.cdf(-limit, accept, u)})
    write("risk", f"{SCIPY}, integrate.quad over stats.norm", cases)


def propagation():
    cases = []
    for name, formula, inputs in (
        ("head", "rho*g*h", {"rho": (998.2, 0.3), "g": (9.8123, 0.0004), "h": (2.4, 0.002)}),
        ("dead weight", "m*g*(1-ra/rm)/(A*(1+al*(t-20)))",
         {"m": (5.0012, 0.0002), "g": (9.8123, 1e-5), "ra": (1.2, 0.05), "rm": (7920, 20), "A": (8.065e-5, 2e-9),
          "al": (2.2e-5, 1e-6), "t": (22.3, 0.5)}),
        ("loop", "(v/r)*1000", {"v": (3.0012, 0.0004), "r": (249.97, 0.03)}),
        ("root flow", "k*sqrt(dp)", {"k": (31.2, 0.05), "dp": (12.4, 0.08)}),
    ):
        values = {symbol: ufloat(*pair) for symbol, pair in inputs.items()}
        result = eval(formula, {"sqrt": umath.sqrt}, values)  # our own formulas, written above
        sensitivities = {symbol: result.derivatives[value] for symbol, value in values.items()}
        cases.append({"name": name, "formula": formula,
                      "inputs": [{"name": s, "mean": m, "standardUncertainty": u, "sensitivity": sensitivities[s]}
                                 for s, (m, u) in inputs.items()],
                      "value": result.nominal_value, "standardUncertainty": result.std_dev})
    write("propagation", f"Python uncertainties {uncertainties.__version__}", cases)


def units():
    pairs = [
        ("volumeFlow", "galUS/min", "m3/h", "gallon/min", "m^3/hour"), ("volumeFlow", "galUK/min", "L/s", "brgallon/min", "liter/s"),
        ("volumeFlow", "MGDUS", "m3/d", "1e6 gallon/day", "m^3/day"), ("volumeFlow", "MGDUK", "m3/d", "1e6 brgallon/day", "m^3/day"),
        ("volumeFlow", "ft3/min", "L/s", "ft^3/min", "liter/s"), ("volumeFlow", "bbl/d", "m3/d", "barrel/day", "m^3/day"),
        ("massFlow", "lb/h", "kg/h", "lb/hour", "kg/hour"), ("massFlow", "shortTon/h", "t/h", "shortton/hour", "tonne/hour"),
        ("density", "lb/ft3", "kg/m3", "lb/ft^3", "kg/m^3"), ("density", "lb/galUS", "kg/m3", "lb/gallon", "kg/m^3"),
        ("density", "lb/galUK", "kg/m3", "lb/brgallon", "kg/m^3"), ("length", "ft", "m", "ft", "m"), ("length", "in", "mm", "inch", "mm"),
        ("pressure", "psi", "kPa", "psi", "kPa"), ("pressure", "torr", "Pa", "torr", "Pa"),
        ("pressure", "kgf/cm2", "bar", "kgf/cm^2", "bar"), ("pressure", "mtorr", "Pa", "mtorr", "Pa"),
        ("temperatureDifference", "degF", "K", "degF", "K"), ("current", "mA", "A", "mA", "A"), ("resistance", "kohm", "ohm", "kohm", "ohm"),
    ]
    cases = []
    for quantity, ours, to, theirs, their_to in pairs:
        factor = subprocess.run(["units", "-t", "-o", "%.15g", theirs, their_to], capture_output=True, text=True, check=True)
        cases.append({"quantity": quantity, "from": ours, "to": to, "factor": float(factor.stdout)})
    for value, function, ours in ((20, "tempC(20)", "degC"), (-40, "tempF(-40)", "degF"), (451, "tempF(451)", "degF")):
        kelvin = subprocess.run(["units", "-t", "-o", "%.15g", function, "K"], capture_output=True, text=True, check=True)
        cases.append({"quantity": "temperature", "from": ours, "to": "K", "at": value, "factor": float(kelvin.stdout)})
    version = subprocess.run(["units", "--version"], capture_output=True, text=True).stdout.splitlines()[0]
    write("units", version, cases)

def steam_and_water():
    from iapws.iapws97 import _Region1, _Region2, _Region3, _Backward3_sat_v_P, _PSat_T, _TSat_P
    import iapws
    keys = ("v", "h", "s", "cp", "w")
    liquid = [
        {"pressureMPa": p, "temperatureK": t, **{k: float(_Region1(t, p)[k]) for k in keys}}
        for p, t in ((0.101325, 274), (0.101325, 293.15), (0.2, 363.15), (0.7, 433.15), (3, 300), (3, 333.15), (3, 506),
                     (6.5, 353.15), (12, 590), (16.6, 623.15), (40, 470), (100, 273.15), (100, 623.15))
    ]
    vapour = [
        {"pressureMPa": p, "temperatureK": t, **{k: float(_Region2(t, p)[k]) for k in keys}}
        for p, t in ((0.001, 300), (0.1, 373.15), (0.5, 430), (3, 520), (3, 700), (10, 640), (16, 640), (20, 700),
                     (30, 800), (60, 1000), (100, 1073.15))
    ]
    saturation = [
        {"temperatureK": t, "pressureMPa": float(_PSat_T(t)), "backTemperatureK": float(_TSat_P(_PSat_T(t)))}
        for t in (273.16, 300, 373.15, 420, 453.03, 506.99, 548, 600, 623.15, 640, 647)
    ]
    # The backward equations are good to a few 10^-6; the density is then solved for in the basic equation.
    def volume(p, x):
        t = _TSat_P(p)
        near = 1 / _Backward3_sat_v_P(p, t, x)
        return float(1 / optimize.newton(lambda rho: _Region3(rho, t)["P"] - p, near, tol=1e-11))
    boiling = [{"pressureMPa": p, "waterV": volume(p, 0), "steamV": volume(p, 1)} for p in (16.6, 17.5, 18.5, 19.6, 20.4, 21.2, 21.7, 22.0)]
    write("steam", f"iapws {iapws.__version__}, IAPWS97",
          [{"liquid": liquid, "vapour": vapour, "saturation": saturation, "boilingNearCritical": boiling}])


def drift():
    cases = []
    for years, errors, limit in (([0, 1, 2.1, 3], [0.02, 0.09, 0.13, 0.2], 0.5), ([0, 0.5, 1, 1.5, 2, 2.6], [0.1, -0.02, 0, -0.11, -0.09, -0.2], 0.4),
                                 ([0, 2, 4], [0.01, 0.02, 0.04], 0.25)):
        line = stats.linregress(years, errors)
        n, mean = len(years), numpy.mean(years)
        spread = sum((y - mean) ** 2 for y in years)
        scatter = (sum((e - line.intercept - line.slope * y) ** 2 for y, e in zip(years, errors)) / (n - 2)) ** 0.5
        factor = stats.t.ppf(0.975, n - 2)
        at = lambda y: line.intercept + line.slope * y
        half = lambda y: factor * scatter * (1 + 1 / n + (y - mean) ** 2 / spread) ** 0.5
        now = max(years)
        cross = optimize.brentq(lambda y: abs(at(y)) - limit, now, 100)
        band = now if abs(at(now)) + half(now) >= limit else optimize.brentq(lambda y: abs(at(y)) + half(y) - limit, now, 100)
        cases.append({"years": years, "errors": errors, "limit": limit, "rate": float(line.slope), "scatter": float(scatter),
                      "crosses": float(cross), "bandCrosses": float(band)})
    write("drift", f"{SCIPY}, stats.linregress and optimize.brentq", cases)


def drum():
    import iapws
    from iapws.iapws97 import _Region1, _Region2, _TSat_P
    cases = []
    for p, leg, ambient in ((1.1, 45, 18), (3.1, 60, 22), (3.1, 120, 22), (6.2, 50, 15), (11, 70, 30)):
        saturated = _TSat_P(p)
        cases.append({"pressureMPa": p, "legCelsius": leg, "ambientCelsius": ambient,
                      "water": float(1 / _Region1(saturated, p)["v"]), "steam": float(1 / _Region2(saturated, p)["v"]),
                      "leg": float(1 / _Region1(leg + 273.15, p)["v"]),
                      "cold": float(1 / _Region1(ambient + 273.15, 0.101325)["v"])})
    write("drum", f"iapws {iapws.__version__}, IAPWS97", cases)


def calc_examples():
    """Densities at the states of the drum examples in src/calc/drum.ts."""
    import iapws
    from iapws.iapws97 import _Region1, _Region2, _TSat_P
    p, boiling = 2.64 + 0.0988, 2.74
    sat, sat_boiling = _TSat_P(p), _TSat_P(boiling)
    rho = lambda region, t, at: float(1 / region(t, at)["v"])
    write("calcExamples", f"iapws {iapws.__version__}, IAPWS97", [{
        "water": rho(_Region1, sat, p), "steam": rho(_Region2, sat, p), "leg": rho(_Region1, 64 + 273.15, p),
        "cold": rho(_Region1, 19 + 273.15, 0.101325), "glass": rho(_Region1, 165 + 273.15, p),
        "boilingWater": rho(_Region1, sat_boiling, boiling), "boilingSteam": rho(_Region2, sat_boiling, boiling)}])


def orifice():
    import fluids
    from fluids.flow_meter import C_Reader_Harris_Gallagher, orifice_expansibility, dP_orifice
    cases = []
    for taps in ("corner", "D", "flange"):
        for D, beta, rho, mu, m in (
            (0.0508, 0.5, 998, 1.0e-3, 2.1), (0.1023, 0.2, 998, 1.0e-3, 3.5), (0.1023, 0.62, 870, 4e-3, 18), (0.2545, 0.7, 4.2, 1.4e-5, 6.1),
            (0.0627, 0.4, 998, 1.0e-3, 1.3), (0.5, 0.75, 12.5, 1.9e-5, 60), (0.154, 0.33, 1032, 1.9e-3, 9),
        ):
            cases.append({"taps": taps, "pipeM": D, "beta": beta, "densityKgPerM3": rho, "viscosityPaS": mu, "massFlowKgPerS": m,
                          "discharge": float(C_Reader_Harris_Gallagher(D, D * beta, rho, mu, m, taps=taps))})
    expansion = [
        {"pipeM": D, "beta": beta, "upstreamPa": p1, "downstreamPa": p2, "isentropic": k,
         "expansibility": float(orifice_expansibility(D, D * beta, p1, p2, k))}
        for D, beta, p1, p2, k in ((0.0739, 0.3, 1e5, 9.9e4, 1.4), (0.15, 0.6, 5e5, 4.6e5, 1.3), (0.25, 0.72, 1.1e6, 8.4e5, 1.32))
    ]
    from fluids.flow_meter import differential_pressure_meter_solver
    solved = []
    for taps in ("corner", "D", "flange"):
        for D, beta, rho, mu, k, p1, p2 in (
            (0.0779, 0.55, 998, 1.0e-3, None, 4e5, 3.8e5), (0.1541, 0.68, 870, 3e-3, None, 6e5, 5.6e5),
            (0.2027, 0.44, 7.1, 1.6e-5, 1.31, 1.1e6, 1.07e6), (0.1023, 0.71, 4.4, 1.8e-5, 1.4, 5e5, 4.1e5),
        ):
            flow = differential_pressure_meter_solver(D=D, D2=D * beta, P1=p1, P2=p2, rho=rho, mu=mu, k=k or 1e12,
                                                      meter_type="ISO 5167 orifice", taps=taps)
            solved.append({"taps": taps, "pipeM": D, "beta": beta, "densityKgPerM3": rho, "viscosityPaS": mu, "isentropic": k,
                           "upstreamPa": p1, "downstreamPa": p2, "massFlowKgPerS": float(flow)})
    write("orifice", f"fluids {fluids.__version__}, flow_meter", [{"discharge": cases, "expansibility": expansion, "solved": solved}])


if __name__ == "__main__":
    OUT.mkdir(parents=True, exist_ok=True)
    distributions()
    tables()
    linearity()
    risks()
    propagation()
    units()
    steam_and_water()
    drum()
    drift()
    calc_examples()
    orifice()
    make_budgets.main()
    sys.exit(0)
