//! Cooks that somebody forgot: any age is followed, within what one answer may cost.

use super::tests::{Stove, event, moved, request};
use super::*;
use crate::bench::{Bench, Budget};
use crate::setup::{Doneness, PlanRequest};

const HOUR_S: f64 = 3600.0;
/// What the server allows for one answer, cells times linear systems.
const MOST_WORK: u64 = 60_000_000;

/// Follows a forgotten cook in every way that the server does.
fn follow_all(stove: &Stove, events: &[Event], now_s: f64) -> CookView {
    let Stove { catalogue, request, promise } = stove;
    let name = format!("{} {:?} at {now_s}", request.method, events.last());
    let within = |budget: &Budget| assert!(!budget.is_over(), "{name}: too much work");
    let budget = Budget::asking(|spent| MOST_WORK.saturating_sub(spent));
    let bench = Bench::new(catalogue, &budget);
    let readings = [30.0, 55.0, 80.0].map(|core_c| Reading { at_s: now_s + core_c, core_c });
    let view = follow(bench, request, promise, (events, &readings), now_s).unwrap();
    within(&budget);
    let budget = Budget::asking(|spent| MOST_WORK.saturating_sub(spent));
    let bench = Bench::new(catalogue, &budget);
    heat_left(bench, request, promise, events, now_s).unwrap();
    let truth = Truth { by: [0.5; 4], tip_mm: 1.0 };
    probe_c(bench, request, promise, events, (&truth, &[now_s, now_s + 10.0])).unwrap();
    within(&budget);
    if view.status != Status::Waiting {
        let budget = Budget::asking(|spent| MOST_WORK.saturating_sub(spent));
        let bench = Bench::new(catalogue, &budget);
        hindsight(bench, request, promise, (events, &readings)).unwrap();
        within(&budget);
    }
    for trouble in ["stuck", "raw", "forgotten", "guest_late"] {
        let budget = Budget::asking(|spent| MOST_WORK.saturating_sub(spent));
        let bench = Bench::new(catalogue, &budget);
        let asked = RescueRequest { trouble: trouble.to_owned() };
        // What cannot be helped any more is refused in words.
        let _ = rescue(bench, request, promise, (events, &readings), (now_s, &asked));
        within(&budget);
    }
    view
}

fn forgotten(happened: &[(f64, Happened)]) -> Vec<Event> {
    let into = std::iter::once(event(0, 0.0, Happened::In { medium_c: None }));
    let rest =
        happened.iter().enumerate().map(|(i, (at_s, what))| event(i + 1, *at_s, what.clone()));
    into.chain(rest).collect()
}

#[test]
fn any_event_at_any_age_is_followed() {
    let stove = Stove::of(request("sear"));
    let join = Happened::Join { what: "peas".into(), mass_g: 900.0, start_c: 5.0, cook: None };
    let cue = Happened::Cue { cue: "skewer".into(), value: "slides".into() };
    let kinds = [
        Happened::Turn,
        Happened::Heat { medium_c: 150.0, knob: None },
        Happened::Lid { on: true },
        Happened::Baste,
        join,
        Happened::Wait { medium_c: None },
        Happened::Back,
        moved("fan_oven", 180.0),
        cue,
        Happened::Out,
        Happened::Move { to: "rack".into(), medium_c: None },
    ];
    for hours in [4.0, 4.5, 9.0, 72.0, 24.0 * 3650.0] {
        let age_s = hours * HOUR_S;
        for kind in &kinds {
            let events = forgotten(&[(age_s, kind.clone())]);
            let view = follow_all(&stove, &events, age_s + 60.0);
            let real_s = view.elapsed_s.unwrap() + view.beyond_s;
            assert!((real_s - age_s - 60.0).abs() < 0.2, "{kind:?}: {real_s} for {age_s}");
            // The page shows the moments within the lines.
            let end_s = *view.series.time_s.last().unwrap();
            assert!(view.forecast.pull_s <= end_s + 0.1, "{kind:?}: {}", view.forecast.pull_s);
        }
    }
}

/// Every method, by its core and by the book: left overnight, then turned, taken out and served late.
#[test]
fn every_method_is_followed_overnight() {
    let methods: Vec<String> =
        Stove::of(request("sear")).catalogue.methods.iter().map(|m| m.id.clone()).collect();
    let mut followed = 0;
    for method in methods {
        for doneness in [Doneness::Core(51.0), Doneness::Band("by_the_book".into())] {
            let request = PlanRequest { doneness, ..request(&method) };
            if Promise::of(&crate::catalogue::Catalogue::embedded().unwrap(), &request).is_err() {
                continue;
            }
            let stove = Stove::of(request);
            let late = [
                (9.0 * HOUR_S, Happened::Turn),
                (9.5 * HOUR_S, Happened::Out),
                (40.0 * HOUR_S, Happened::Serve),
            ];
            for known in 0..=late.len() {
                follow_all(&stove, &forgotten(&late[..known]), 41.0 * HOUR_S);
            }
            followed += 1;
        }
    }
    assert!(followed >= 30, "{followed}");
}

/// A piece that came out in time and stood overnight is as its plan had it.
#[test]
fn standing_overnight_changes_nothing_of_the_heat() {
    let stove = Stove::of(request("sear"));
    let pull_s = stove.promise.pull_s;
    let events = forgotten(&[(pull_s, Happened::Out), (12.0 * HOUR_S, Happened::Serve)]);
    let view = follow_all(&stove, &events, 13.0 * HOUR_S);
    assert!((view.forecast.pull_s - pull_s).abs() < 0.2);
    assert_eq!(view.status, Status::Served);
    assert!((view.forecast.serve_s - pull_s - 2.0 * HOUR_S).abs() < 0.2, "{:?}", view.forecast);
}
