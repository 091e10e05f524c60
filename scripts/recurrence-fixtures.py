#!/usr/bin/env python3
"""Writes tests/fixtures/recurrence.json: generated rules with their dates as python3-dateutil (Debian) gives them.

`first` and `far` are minutes on the wall: from `start` (or `from`) to the first date, then from each date to the next.

    /usr/bin/python3 scripts/recurrence-fixtures.py            (needs Debian's package python3-dateutil)

The seed is fixed, so the file comes out the same. dateutil expands wall times; what the clocks jump over is left out
and not counted here, as RFC 5545 3.3.10 wants. Three shapes are not generated, because dateutil reads them otherwise
than the RFC: BYWEEKNO without BYDAY (it takes all seven days instead of the weekday of DTSTART), BYSETPOS in a weekly
rule whose start is not the first day of its week (it counts positions from the start), and BYWEEKNO=-52/-53 (it does
not see them in the days a week-year borrows from the next year).
"""
import datetime as datetime_module
import json
import random
from datetime import datetime, timedelta, timezone
from pathlib import Path

from dateutil import rrule, tz

SEED = 20270413
RULES = 2400
FIRST = 50
ZONES = ["Europe/London", "America/New_York", "Australia/Sydney", "Africa/Cairo"]
DAYS = ["MO", "TU", "WE", "TH", "FR", "SA", "SU"]
LAST = datetime(2099, 12, 30)
rnd = random.Random(SEED)
# dateutil looks for a rule's next date up to this year; its own bound, 9999, takes minutes for a rule that never yields.
datetime_module.MAXYEAR = 2100


def some(values, most):
    return sorted(rnd.sample(values, rnd.randint(1, min(most, len(values)))))


def signed(values, most):
    return sorted({v if rnd.random() < 0.7 else -v for v in some(values, most)})


def weekdays(numbered, reach):
    picked = rnd.sample(DAYS, rnd.randint(1, 3))
    return [(str(rnd.choice([1, 2, 3, 4, 5, -1, -2, reach, -reach])) if numbered and rnd.random() < 0.7 else "") + d for d in picked]


def csv(values):
    return ",".join(str(v) for v in values)


def parts(freq, start):
    p = {"FREQ": freq}
    if rnd.random() < 0.5:
        p["INTERVAL"] = rnd.choice([1, 2, 2, 3, 4, 5, 7, 13])
    if rnd.random() < 0.35:
        p["WKST"] = rnd.choice(["SU", "MO", "SA", "WE"])
    if rnd.random() < (0.45 if freq == "YEARLY" else 0.25):
        p["BYMONTH"] = csv(some(range(1, 13), 4))
    if freq == "YEARLY" and rnd.random() < 0.18:
        p["BYWEEKNO"] = csv(sorted({v if abs(v) < 52 or v > 0 else 51 for v in signed(list(range(1, 54)), 4)}))
        p["BYDAY"] = csv(weekdays(False, 1))
    elif freq == "YEARLY" and rnd.random() < 0.2:
        p["BYYEARDAY"] = csv(signed(range(1, 367), 5))
        if rnd.random() < 0.4:
            p["BYDAY"] = csv(weekdays(False, 1))
    else:
        if freq != "WEEKLY" and rnd.random() < 0.35:
            p["BYMONTHDAY"] = csv(signed(range(1, 32), 4))
        if rnd.random() < 0.5:
            in_month = freq == "MONTHLY" or "BYMONTH" in p
            p["BYDAY"] = csv(weekdays(freq in ("MONTHLY", "YEARLY"), 5 if in_month else 53))
    if rnd.random() < 0.12:
        p["BYHOUR"] = csv(some(range(0, 24), 3))
    if rnd.random() < 0.08:
        p["BYMINUTE"] = csv(some([0, 10, 15, 30, 45], 2))
    has_by = any(k.startswith("BY") for k in p)
    wkst = DAYS.index(p.get("WKST", "MO"))
    if has_by and rnd.random() < 0.2 and (freq != "WEEKLY" or start.weekday() == wkst):
        p["BYSETPOS"] = csv(signed(range(1, 5), 2))
    return p


def expand(p, start, until, count, zone):
    """First dates, and the dates of a window about eight years on; wall times that exist, UNTIL and COUNT applied."""
    text = ";".join(f"{k}={v}" for k, v in p.items())
    rule = rrule.rrulestr("RRULE:" + text, dtstart=start)
    window = (start + timedelta(days=8 * 365 + rnd.randint(0, 200)), None)
    window = (window[0], window[0] + timedelta(days=92))
    first, far, n = [], [], 0
    for at in rule:
        if at > LAST or (at > window[1] and len(first) >= FIRST):
            break
        aware = at.replace(tzinfo=tz.gettz(zone))
        if until is not None:
            kind, limit = until
            late = at > limit if kind == "local" else aware.astimezone(timezone.utc).replace(tzinfo=None) > limit
            if late:
                break
        if not tz.datetime_exists(aware):
            continue
        n += 1
        if count is not None and n > count:
            break
        if len(first) < FIRST:
            first.append(at)
        if window[0] <= at < window[1]:
            far.append(at)
    return window, first, far


def iso(at):
    return at.strftime("%Y-%m-%dT%H:%M")


def steps(begin, dates):
    """Minutes on the wall from `begin` to the first date, then from each to the next."""
    found = []
    for at in dates:
        found.append(int((at - begin).total_seconds() // 60))
        begin = at
    return found


def make():
    out = []
    while len(out) < RULES:
        freq = rnd.choice(["DAILY", "WEEKLY", "MONTHLY", "MONTHLY", "YEARLY", "YEARLY"])
        zone = ZONES[len(out) % len(ZONES)]
        # Often an hour the clocks jump over or repeat somewhere.
        hour = rnd.choice([0, 1, 1, 2, 2, 9, 14, 18, 23])
        start = datetime(rnd.randint(2010, 2027), rnd.randint(1, 12), rnd.randint(1, 28), hour, rnd.choice([0, 15, 30]))
        p = parts(freq, start)
        count = until = None
        ends = rnd.random()
        if ends < 0.25:
            count = rnd.randint(1, 400)
        elif ends < 0.55:
            limit = start + timedelta(days=rnd.randint(0, 4000), hours=rnd.randint(0, 23))
            until = ("utc" if rnd.random() < 0.6 else "local", limit)
        window, first, far = expand(p, start, until, count, zone)
        if not first:
            continue
        if count is not None:
            p["COUNT"] = count
        if until is not None:
            p["UNTIL"] = until[1].strftime("%Y%m%dT%H%M%S") + ("Z" if until[0] == "utc" else "")
        out.append({
            "rrule": ";".join(f"{k}={v}" for k, v in p.items()),
            "start": iso(start), "tzid": zone, "first": steps(start, first),
            "from": iso(window[0]), "to": iso(window[1]), "far": steps(window[0], far),
        })
    return out


if __name__ == "__main__":
    target = Path(__file__).resolve().parent.parent / "tests" / "fixtures" / "recurrence.json"
    lines = ",\n".join(json.dumps(each, separators=(",", ":")) for each in make())
    target.write_text('{"seed":%d,"reference":"python3-dateutil","rules":[\n%s\n]}\n' % (SEED, lines))
    print(f"{target}: {RULES} rules")
