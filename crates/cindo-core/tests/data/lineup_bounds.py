"""What no schedule of the kitchens costs less than, where CP-SAT did not prove it (lineup_reference.py).

Reads lineup_kitchens.json and, for each kitchen whose optimum is not proved, solves a second model with a general-purpose
mixed-integer solver, HiGHS (highspy 1.16, one thread): for every activity and tick whether it has begun by then (step
variables after Pritsker, Watters and Wolfe 1969; from memory). A dish alone is a network in them, so that its linear relaxation costs
what the dish does; what is linked are capacities tick by tick and changes of setting. A schedule that it finds is
checked tick by tick, without the model, before it is written.
Only what could cost less than the best known schedule has variables: no dish may cost more than that lets it, all others
alone.
Run: python lineup_bounds.py [kitchens.json] [seconds a kitchen] [seeds, such as 10,52]
"""

import json
import math
import sys

import highspy
import numpy as np
import scipy.sparse as sp


def alone(job):
    """A dish costs no less."""
    waits = lambda m: sum(a["lag"]["least"] * a["lag"]["cost"] for a in m["activities"])
    return min(m["cost"] + waits(m) for m in job["modes"])


def serving(job, activity, start):
    """Cost of the last activity's wait and of being late."""
    end, lag = start + activity["length"], activity["lag"]
    served = max(job["due"], end + lag["least"])
    return (served - end) * lag["cost"] + (served - job["due"]) * job["late_cost"]


def windows(instance, job, mode, budget):
    """First and last beginning of each activity in a dish that costs at most so much; none where there is none."""
    acts, cost = mode["activities"], [a["lag"]["cost"] for a in mode["activities"]]
    least = [a["lag"]["least"] for a in acts]
    spare = budget - mode["cost"] - sum(l * c for l, c in zip(least, cost))
    if spare < 0:
        return None
    most = [min(a["lag"]["most"], l + spare // c) if c else a["lag"]["most"] for a, l, c in zip(acts, least, cost)]
    high = job["due"] + spare // job["late_cost"]
    low = job["due"]
    span = []
    for a, l, m in reversed(list(zip(acts, least, most))):
        high -= l + a["length"]
        low -= m + a["length"]
        span.append([max(low, instance["earliest"]), high])
    span.reverse()
    for i in range(1, len(acts)):
        span[i][0] = max(span[i][0], span[i - 1][0] + acts[i - 1]["length"] + least[i - 1])
    return span if all(l <= h for l, h in span) else None


class Model:
    """Variables between 0 and 1 with a cost, and rows."""

    def __init__(self):
        self.cost, self.entries, self.low, self.high = [], [], [], []

    def variable(self, cost):
        self.cost.append(cost)
        return len(self.cost) - 1

    def row(self, terms, low, high):
        for variable, factor in terms.items():
            self.entries.append((len(self.low), variable, factor))
        self.low.append(low)
        self.high.append(high)


class Begun:
    """By when an activity of one mode of a dish has begun: a variable for every tick but the last, then its mode's."""

    def __init__(self, model, span, cost, taken):
        self.low, self.high = span
        cost = [cost(t) for t in range(self.low, self.high + 1)]
        self.by = [model.variable(c - after) for c, after in zip(cost, cost[1:])] + [taken]
        model.cost[taken] += cost[-1]
        for before, after in zip(self.by, self.by[1:]):
            model.row({after: 1, before: -1}, 0, math.inf)

    def at(self, tick):
        return None if tick < self.low else self.by[min(tick, self.high) - self.low]


def occupied(begun, first, last, terms, amount=1):
    """Adds that an activity begins after one tick and not after another."""
    for tick, factor in ((last, amount), (first, -amount)):
        if (variable := begun.at(tick)) is not None:
            terms[variable] = terms.get(variable, 0) + factor


def binds(terms, most):
    return sum(f for f in terms.values() if f > 0) > most


def build(instance, known):
    """The model of all schedules that cost no more than a known one, and the variables of every dish."""
    model, dishes, uses = Model(), [], []
    spare = known - sum(map(alone, instance["jobs"]))
    for place, job in enumerate(instance["jobs"]):
        modes = []
        for number, mode in enumerate(job["modes"]):
            acts = mode["activities"]
            if (spans := windows(instance, job, mode, spare + alone(job))) is None:
                continue
            taken, chain = model.variable(mode["cost"]), []
            for i, (activity, span) in enumerate(zip(acts, spans)):
                after = acts[i - 1]["lag"]["cost"] if i else 0
                if i + 1 < len(acts):
                    own = lambda t, a=activity: -a["lag"]["cost"] * (t + a["length"])
                else:
                    own = lambda t, a=activity: serving(job, a, t)
                chain.append(Begun(model, span, lambda t: own(t) + after * t, taken))
            for before, begun, activity in zip(chain, chain[1:], acts):
                for tick in range(begun.low, begun.high + 1):
                    end = tick - activity["length"]
                    this = begun.at(tick)
                    could, has_to = before.at(end - activity["lag"]["least"]), before.at(end - activity["lag"]["most"])
                    if could is None:
                        model.row({this: 1}, 0, 0)
                    elif could != this:
                        model.row({could: 1, this: -1}, 0, math.inf)
                    if has_to is not None and has_to != this:
                        model.row({this: 1, has_to: -1}, 0, math.inf)
            uses += [(place, begun, d) for begun, a in zip(chain, acts) for d in a["demands"]]
            modes.append((number, taken, chain))
        model.row({taken: 1 for _, taken, _ in modes}, 1, 1)
        dishes.append(modes)
    share(model, instance, uses)
    return model, dishes


def share(model, instance, uses):
    """No resource is taken more often than it is there, nor at two settings without the time to change between them."""
    taken = {}
    for _, begun, d in uses:
        for tick in range(begun.low + d["from"], begun.high + d["to"]):
            terms = taken.setdefault((d["resource"], tick), {})
            occupied(begun, tick - d["to"], tick - d["from"], terms, d["amount"])
    for (resource, _), terms in taken.items():
        capacity = instance["resources"][resource]["capacity"]
        if binds(terms, capacity):
            model.row(terms, -math.inf, capacity)
    set_uses = [u for u in uses if u[2]["setting"] is not None]
    for i, (job, one, d) in enumerate(set_uses):
        for other_job, other, e in set_uses[:i]:
            if job == other_job or d["resource"] != e["resource"] or d["setting"] == e["setting"]:
                continue
            # Each with the time to change to the other's setting behind it: these do not overlap.
            changes = instance["resources"][d["resource"]]["changes"]
            d_to = d["to"] + changes[d["setting"]][e["setting"]]
            e_to = e["to"] + changes[e["setting"]][d["setting"]]
            for tick in range(max(one.low + d["from"], other.low + e["from"]), min(one.high + d_to, other.high + e_to)):
                terms = {}
                occupied(one, tick - d_to, tick - d["from"], terms)
                occupied(other, tick - e_to, tick - e["from"], terms)
                if binds(terms, 1):
                    model.row(terms, -math.inf, 1)


def solve(instance, known, seconds):
    """The best schedule, as a mode and the beginnings of each dish, or none; and what none costs less than."""
    model, dishes = build(instance, known)
    rows, columns, factors = zip(*model.entries)
    matrix = sp.csc_matrix((factors, (rows, columns)), shape=(len(model.low), len(model.cost)))
    lp = highspy.HighsLp()
    lp.num_col_, lp.num_row_ = len(model.cost), len(model.low)
    lp.col_cost_, lp.col_lower_, lp.col_upper_ = np.array(model.cost, float), np.zeros(lp.num_col_), np.ones(lp.num_col_)
    lp.row_lower_, lp.row_upper_ = np.array(model.low, float), np.array(model.high, float)
    lp.a_matrix_.start_, lp.a_matrix_.index_, lp.a_matrix_.value_ = matrix.indptr, matrix.indices, matrix.data
    lp.integrality_ = [highspy.HighsVarType.kInteger] * lp.num_col_
    highs = highspy.Highs()
    # Nothing dearer than what is known is of use.
    for option, value in {"threads": 1, "time_limit": seconds, "objective_bound": known + 0.5}.items():
        highs.setOptionValue(option, value)
    highs.passModel(lp)
    highs.run()
    info = highs.getInfo()
    # Costs are whole numbers.
    bound = math.ceil(info.mip_dual_bound - 1e-4)
    if not math.isfinite(info.objective_function_value):
        return None, bound
    value = highs.getSolution().col_value
    schedule = []
    for modes in dishes:
        number, _, chain = next(m for m in modes if value[m[1]] > 0.5)
        schedule.append((number, [b.low + next(i for i, v in enumerate(b.by) if value[v] > 0.5) for b in chain]))
    return schedule, bound


def cost_of(instance, schedule):
    """What a schedule costs, checked tick by tick."""
    cost, taken, settings = 0, {}, []
    for job, (number, starts) in zip(instance["jobs"], schedule):
        mode = job["modes"][number]
        acts = mode["activities"]
        cost += mode["cost"] + serving(job, acts[-1], starts[-1])
        for a, start, after in zip(acts, starts, [*starts[1:], None]):
            end = start + a["length"]
            wait = (after if after is not None else max(job["due"], end + a["lag"]["least"])) - end
            assert start >= instance["earliest"] and a["lag"]["least"] <= wait <= a["lag"]["most"]
            cost += wait * a["lag"]["cost"] if after is not None else 0
            for d in a["demands"]:
                for tick in range(start + d["from"], start + d["to"]):
                    key = d["resource"], tick
                    taken[key] = taken.get(key, 0) + d["amount"]
                    assert taken[key] <= instance["resources"][d["resource"]]["capacity"]
                if d["setting"] is not None:
                    settings.append((d["resource"], start + d["from"], start + d["to"], d["setting"]))
    for i, (resource, begin, end, setting) in enumerate(settings):
        changes = instance["resources"][resource]["changes"]
        for other, begins, ends, to in settings[:i]:
            if other == resource and to != setting:
                assert ends + changes[to][setting] <= begin or end + changes[setting][to] <= begins
    return cost


def main():
    path = sys.argv[1] if len(sys.argv) > 1 else "lineup_kitchens.json"
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 1500.0
    seeds = {int(s) for s in sys.argv[3].split(",")} if len(sys.argv) > 3 else None
    with open(path) as f:
        kitchens = json.load(f)
    for kitchen in kitchens:
        if kitchen["seed"] not in seeds if seeds is not None else kitchen["proved"]:
            continue
        schedule, bound = solve(kitchen["instance"], kitchen["found"], seconds)
        if schedule is not None:
            kitchen["found"] = min(kitchen["found"], cost_of(kitchen["instance"], schedule))
        kitchen["bound"] = min(max(kitchen["bound"], bound), kitchen["found"])
        kitchen["proved"] = kitchen["found"] == kitchen["bound"]
        print(kitchen["seed"], kitchen["found"], kitchen["bound"], kitchen["proved"], flush=True)
        with open(path, "w") as f:
            f.write("[\n" + ",\n".join(json.dumps(k, separators=(",", ":")) for k in kitchens) + "\n]\n")


main()
