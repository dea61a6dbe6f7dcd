"""Generated kitchens, and their optimum by a general-purpose constraint solver.

Writes lineup_kitchens.json: 60 kitchens of 2 to 12 dishes and at most 60 activities, each with the cost that
OR-tools' CP-SAT (9.15, one worker, 100 s a kitchen) found, the bound it proved, and whether the two meet.
Times are ticks of 5 s, costs whole numbers; fields are those of `lineup::schedule::Instance`.
Run: python lineup_reference.py [kitchens.json] [seconds]
"""

import json
import random
import sys

from ortools.sat.python import cp_model

HANDS, BURNERS, OVEN, FRYER, GRILL, STEAMER = range(6)


def lag(least=0, most=0, cost=0):
    return {"least": least, "most": most, "cost": cost}


def need(resource, begin, end, amount=1, setting=None):
    return {"resource": resource, "from": begin, "to": end, "amount": amount, "setting": setting}


def activity(length, demands, after):
    return {"length": length, "demands": demands, "lag": after, "fixed": None}


def prepare(r):
    n = r.randint(6, 40)
    return activity(n, [need(HANDS, 0, n)], lag(0, r.choice([12, 120, 240, 360, 360, 720, 720, 720]), 1))


def plate(r, wait):
    n = r.randint(3, 8)
    return activity(n, [need(HANDS, 0, n)], wait)


def seared(r):
    heat = r.randint(30, 50)
    n = r.randint(60, 140)
    turn = int(n * r.uniform(0.5, 0.8))
    hands = [need(HANDS, 0, 4), need(HANDS, turn, turn + 3), need(HANDS, n - 3, n + 1)]
    rest = r.randint(12, 30)
    w = r.randint(8, 25)
    mode = lambda n: [
        prepare(r),
        activity(n, [need(BURNERS, -heat, n), *[need(HANDS, d["from"], d["to"]) for d in hands]], lag(rest, rest + 36, w)),
        plate(r, lag(0, 24, w)),
    ]
    return [mode(n)]


def roasted(r):
    modes = []
    rest = r.randint(24, 50)
    w = r.randint(4, 12)
    first, last, best = prepare(r), plate(r, lag(0, 36, w)), r.randrange(3)
    base = r.randint(120, 320)
    for setting in range(3):
        n = int(base * (1 + 0.2 * (best - setting)))
        hands = [need(HANDS, 0, 3), need(HANDS, n - 3, n)]
        modes.append((abs(setting - best) * r.randint(60, 300), [
            first, activity(n, [need(OVEN, 0, n, 1, setting), *hands], lag(rest, rest + 60, w)), last]))
    return modes


def fried(r):
    back = r.randint(10, 40)
    batches = r.randint(1, 3)
    n = r.randint(40, 90)
    w = r.randint(2, 8)
    chain = [prepare(r)]
    for b in range(batches):
        hands = [need(HANDS, 0, 5), need(HANDS, n - 4, n)]
        wait = lag(back, back + 60, w) if b + 1 < batches else lag(2, 180, w * batches)
        chain.append(activity(n, [need(FRYER, 0, n + back), *hands], wait))
    chain.append(plate(r, lag(0, 60, w * batches)))
    return [chain]


def boiled(r):
    n = r.randint(60, 300)
    w = r.randint(1, 6)
    hands = [need(HANDS, 0, 3), need(HANDS, n - 4, n)]
    return [[prepare(r), activity(n, [need(BURNERS, 0, n), *hands], lag(0, 180, w)), plate(r, lag(0, 60, w))]]


def whisked(r):
    n = r.randint(40, 90)
    w = r.randint(2, 10)
    return [[prepare(r), activity(n, [need(BURNERS, 0, n), need(HANDS, 0, n)], lag(0, 240, w)), plate(r, lag(0, 60, w))]]


def grilled(r):
    n = r.randint(70, 160)
    turn = int(n * r.uniform(0.5, 0.8))
    w = r.randint(8, 25)
    hands = [need(HANDS, 0, 4), need(HANDS, turn, turn + 3), need(HANDS, n - 3, n + 1)]
    rest = r.randint(12, 24)
    return [[prepare(r), activity(n, [need(GRILL, 0, n), *hands], lag(rest, rest + 30, w)), plate(r, lag(0, 24, w))]]


def steamed(r):
    n = r.randint(50, 130)
    w = r.randint(10, 25)
    hands = [need(HANDS, 0, 4), need(HANDS, n - 4, n)]
    return [[prepare(r), activity(n, [need(STEAMER, 0, n + 10), need(BURNERS, -20, n), *hands], lag(12, 40, w)), plate(r, lag(0, 18, w))]]


def kitchen(seed):
    r = random.Random(seed)
    dishes = 2 + seed % 11
    hands = 1 + (r.random() < 0.1 * dishes - 0.2)
    change = [[0, 60, 110], [40, 0, 60], [80, 50, 0]]
    resources = [
        {"capacity": hands, "changes": []},
        {"capacity": r.randint(2, 3), "changes": []},
        {"capacity": 2, "changes": change},
        {"capacity": 1, "changes": []},
        {"capacity": r.randint(1, 2), "changes": []},
        {"capacity": 1, "changes": []},
    ]
    serve = 1500
    courses = [serve, serve - r.randint(120, 300)] if dishes > 4 and r.random() < 0.6 else [serve]
    jobs, steps = [], 0
    while len(jobs) < dishes:
        make = r.choice([seared, seared, roasted, roasted, fried, boiled, boiled, whisked, grilled, steamed])
        modes = make(r)
        modes = [m if isinstance(m, tuple) else (0, m) for m in modes]
        length = len(modes[0][1])
        if steps + length + 3 * (dishes - len(jobs) - 1) > 60:
            continue
        steps += length
        jobs.append({
            "due": r.choice(courses),
            "late_cost": r.randint(60, 150),
            "modes": [{"cost": c, "activities": a} for c, a in modes],
        })
    return {"resources": resources, "jobs": jobs, "earliest": 0, "latest": serve + 720}


def optimum(instance, seconds):
    m = cp_model.CpModel()
    low, high = instance["earliest"], instance["latest"]
    cost = []
    by_resource = {}
    for j, job in enumerate(instance["jobs"]):
        chosen = [m.new_bool_var(f"m{j}_{i}") for i in range(len(job["modes"]))]
        m.add_exactly_one(chosen)
        for pick, mode in zip(chosen, job["modes"]):
            cost.append(mode["cost"] * pick)
            end = None
            for a, act in enumerate(mode["activities"]):
                start = m.new_int_var(low, high, "")
                if end is not None:
                    wait = m.new_int_var(0, high, "")
                    m.add(wait == start - end).only_enforce_if(pick)
                    m.add(wait >= before["least"]).only_enforce_if(pick)
                    m.add(wait <= before["most"]).only_enforce_if(pick)
                    m.add(wait == 0).only_enforce_if(pick.negated())
                    cost.append(before["cost"] * wait)
                for d in act["demands"]:
                    size = d["to"] - d["from"]
                    iv = m.new_optional_fixed_size_interval_var(start + d["from"], size, pick, "")
                    by_resource.setdefault(d["resource"], []).append((iv, start, d, pick))
                end, before = start + act["length"], act["lag"]
            # Served when it is due, or as soon as it is ready after that.
            wait = m.new_int_var(0, before["most"], "")
            late = m.new_int_var(0, high, "")
            m.add(end + wait == job["due"] + late).only_enforce_if(pick)
            m.add(end + before["least"] <= high).only_enforce_if(pick)
            m.add(wait >= before["least"]).only_enforce_if(pick)
            m.add(wait == 0).only_enforce_if(pick.negated())
            m.add(late == 0).only_enforce_if(pick.negated())
            is_late = m.new_bool_var("")
            m.add(late == 0).only_enforce_if(is_late.negated())
            m.add(wait == before["least"]).only_enforce_if(is_late, pick)
            cost.append(before["cost"] * wait)
            cost.append(job["late_cost"] * late)
    for r, uses in by_resource.items():
        resource = instance["resources"][r]
        m.add_cumulative([u[0] for u in uses], [u[2]["amount"] for u in uses], resource["capacity"])
        changes = resource["changes"]
        for i, (_, s, d, p) in enumerate(uses):
            for _, t, e, q in uses[:i]:
                if not changes or d["setting"] == e["setting"]:
                    continue
                first = m.new_bool_var("")
                m.add(t + e["from"] >= s + d["to"] + changes[d["setting"]][e["setting"]]).only_enforce_if(first, p, q)
                m.add(s + d["from"] >= t + e["to"] + changes[e["setting"]][d["setting"]]).only_enforce_if(first.negated(), p, q)
    m.minimize(sum(cost))
    solver = cp_model.CpSolver()
    solver.parameters.max_time_in_seconds = seconds
    solver.parameters.num_workers = 1
    solver.parameters.random_seed = 1
    status = solver.solve(m)
    assert status in (cp_model.OPTIMAL, cp_model.FEASIBLE), solver.status_name(status)
    return round(solver.objective_value), round(solver.best_objective_bound), status == cp_model.OPTIMAL


def main():
    out = sys.argv[1] if len(sys.argv) > 1 else "lineup_kitchens.json"
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 100.0
    kitchens = []
    for seed in range(60):
        instance = kitchen(seed)
        found, bound, proved = optimum(instance, seconds)
        kitchens.append({"seed": seed, "instance": instance, "found": found, "bound": bound, "proved": proved})
        steps = sum(len(j["modes"][0]["activities"]) for j in instance["jobs"])
        print(seed, len(instance["jobs"]), steps, found, bound, proved, flush=True)
    with open(out, "w") as f:
        f.write("[\n" + ",\n".join(json.dumps(k, separators=(",", ":")) for k in kitchens) + "\n]\n")


main()
