//! What a cook sees and feels moves the forecast, and in the right order.

use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};

use super::cue::{Stage, can_show};
use super::estimate::{Evidence, Observed};
use super::estimate_tests::{Hidden, hidden_by, median, normal};
use super::follow::lived;
use super::senses::{CoreModel, predict};
use super::tests::{Stove, event, request};
use super::*;
use crate::catalogue::{Catalogue, Cue, Observes};
use crate::plan::{UNKNOWNS, Unknowns};
use crate::setup::{Doneness, PlanRequest, Setup, resolve};

/// The classic loin and a whole fish, in every method that takes them.
fn stoves() -> Vec<(String, Stove)> {
    let catalogue = Catalogue::embedded().unwrap();
    let mut stoves = Vec::new();
    for method in &catalogue.methods {
        for (species, cut, thickness_mm) in
            [("hake", "loin", 28.0), ("sea_bass", "whole_round", 45.0)]
        {
            let mut request = PlanRequest { doneness: Doneness::Core(52.0), ..request(&method.id) };
            request.piece.species = species.into();
            request.piece.cut = cut.into();
            request.piece.thickness_mm = thickness_mm;
            if Promise::of(&catalogue, &request).is_ok() {
                stoves.push((format!("{} {species}", method.id), Stove::of(request)));
            }
        }
    }
    assert!(stoves.len() > 25, "{}", stoves.len());
    stoves
}

fn cues_of(catalogue: &Catalogue, setup: &Setup<'_>) -> Vec<Cue> {
    catalogue.cues.iter().filter(|cue| can_show(setup, cue)).cloned().collect()
}

fn follow_cue(stove: &Stove, at_s: f64, cue: &Cue, value: &str) -> CookView {
    let what = Happened::Cue { cue: cue.id.clone(), value: value.into() };
    stove.seen(&[(at_s, what)], at_s)
}

/// The stage that a piece shows: the one in which its quantity lies, as an eye reads it that is off by `off` scatters.
fn stage_shown(
    catalogue: &Catalogue,
    (setup, promise, heat_k): (&Setup<'_>, &Promise, f64),
    cue: &Cue,
    (at_s, off): (f64, f64),
) -> String {
    let stage = |value: &str| Stage::of(catalogue, &cue.id, value).unwrap();
    let evidence = Evidence { at_s, what: Observed::Cue(stage(&cue.values[0].id)) };
    let over_k = |at_s: f64| promise.over_at_k(at_s);
    let core = CoreModel { core_share: promise.core_share, over_k: &over_k };
    let lived_of = |programme: &_| lived(programme, promise.pull_s.max(at_s), &[], heat_k);
    let quantity = predict(setup, lived_of, core, [0.0; 2], &[evidence])[0][0] + off * cue.scatter;
    let begun = |value: &&str| stage(value).has_begun(quantity);
    let values = cue.values.iter().rev().map(|value| value.id.as_str());
    values.into_iter().find(begun).unwrap().to_owned()
}

/// In every method, for every cue, at every moment: the more done the cook finds it, the sooner it comes out; and what
/// speaks of the core moves it.
#[test]
fn a_later_stage_never_gives_a_later_pull() {
    let mut wrong = Vec::new();
    for (name, stove) in stoves() {
        let Promise { pull_s, spread_s, .. } = stove.promise;
        let resolved = resolve((&stove.catalogue).into(), &stove.request).unwrap();
        for cue in cues_of(&stove.catalogue, &resolved.setup) {
            for share in [0.2, 0.6, 1.0] {
                let pulls: Vec<f64> = cue
                    .values
                    .iter()
                    .map(|stage| {
                        follow_cue(&stove, share * pull_s, &cue, &stage.id).forecast.pull_s
                    })
                    .collect();
                let rise_s =
                    pulls.windows(2).map(|w| w[1] - w[0]).fold(f64::NEG_INFINITY, f64::max);
                let moved_s = pulls[0] - pulls[pulls.len() - 1];
                let moves = cue.observes != Observes::Core || moved_s > 0.5 * spread_s;
                if rise_s > 0.15 * spread_s || !moves {
                    wrong.push(format!(
                        "{name}, {} at {share}: {pulls:.0?} ± {spread_s:.0}",
                        cue.id
                    ));
                }
            }
        }
    }
    assert!(wrong.is_empty(), "{} wrong\n{}", wrong.len(), wrong.join("\n"));
}

/// A cue that says what the plan expects moves its pull little and never widens its band.
#[test]
fn a_cue_that_agrees_hardly_moves_the_pull() {
    for (name, stove) in stoves() {
        let Promise { pull_s, spread_s, .. } = stove.promise;
        let resolved = resolve((&stove.catalogue).into(), &stove.request).unwrap();
        let width = |Forecast { pull_low_s, pull_high_s, pull_s, .. }: Forecast| {
            (pull_high_s - pull_low_s) / pull_s
        };
        let planned = width(stove.seen(&[], 0.7 * pull_s).forecast);
        for cue in cues_of(&stove.catalogue, &resolved.setup) {
            let at_s = 0.7 * pull_s;
            let piece = (&resolved.setup, &stove.promise, resolved.setup.runs_k);
            let stage = stage_shown(&stove.catalogue, piece, &cue, (at_s, 0.0));
            let view = follow_cue(&stove, at_s, &cue, &stage);
            let moved_s = (view.forecast.pull_s - pull_s).abs();
            let message = format!("{name}, {} {stage}: {moved_s:.0} s of ± {spread_s:.0}", cue.id);
            assert!(moved_s < 0.6 * spread_s, "{message}");
            assert!(width(view.forecast) < 1.001 * planned, "{message}");
        }
    }
}

/// Thickness off by up to 15 %, start by 3 K, and heat by 15 K or contact by 25 %, in the spreads that plans allow for.
fn draw_offsets(setup: &Setup<'_>, unknowns: &Unknowns, random: &mut StdRng) -> [f64; UNKNOWNS] {
    let [thickness_m, start_k, film, medium_k] = unknowns.sd;
    let mut up_to = |most: f64, sd: f64| random.random_range(-most..=most) / sd.max(1e-9);
    let [thicker, warmer] = [up_to(0.15 * setup.thickness_m, thickness_m), up_to(3.0, start_k)];
    let [contact, hotter] = [up_to(0.25, film), up_to(15.0, medium_k)];
    let is_heat = medium_k > 0.0 && random.random_bool(0.5);
    [thicker, warmer, if is_heat { 0.0 } else { contact }, if is_heat { hotter } else { 0.0 }]
}

/// Three cues of a piece whose truth is hidden, read by an eye and a hand that are off as cooks are.
#[test]
fn three_cues_halve_the_error_of_the_pull() {
    let catalogue = Catalogue::embedded().unwrap();
    let (mut before, mut after, mut within, mut cooks) = (Vec::new(), Vec::new(), 0, 0);
    for seed in 0..300 {
        let Some(hidden) = hidden_by(&catalogue, seed, draw_offsets) else { continue };
        let Hidden { request, promise, true_pull_s, heat_k, .. } = &hidden;
        let mut random = StdRng::seed_from_u64(7000 + seed);
        let resolved = resolve((&catalogue).into(), request).unwrap();
        let mut cues = cues_of(&catalogue, &resolved.setup);
        cues.retain(|cue| matches!(cue.observes, Observes::Core | Observes::Side));
        let truth = hidden.truth(&resolved.setup);
        let mut events = vec![event(0, 0.0, Happened::In { medium_c: None })];
        let mut last = None;
        let mut forecast_s = promise.pull_s;
        let mut at_s: f64 = 0.0;
        for share in [0.75, 0.9, 1.0] {
            let cue = &cues[random.random_range(0..cues.len())];
            at_s = (share * forecast_s).max(at_s + 5.0);
            let piece = (&truth, promise, *heat_k);
            let value = stage_shown(&catalogue, piece, cue, (at_s, normal(&mut random)));
            events.push(event(events.len(), at_s, Happened::Cue { cue: cue.id.clone(), value }));
            let view = follow(&catalogue, request, promise, (&events, &[]), at_s).unwrap();
            forecast_s = view.forecast.pull_s;
            last = Some(view.forecast);
        }
        let Some(forecast) = last else { continue };
        let error = |pull_s: f64| (pull_s - true_pull_s).abs() / promise.pull_s;
        before.push(error(promise.pull_s));
        after.push(error(forecast.pull_s));
        let band = forecast.pull_low_s..=forecast.pull_high_s;
        within += usize::from(band.contains(true_pull_s));
        cooks += 1;
    }
    let (before, after) = (median(before), median(after));
    let within = within as f64 / f64::from(cooks);
    let message = format!(
        "{cooks} cooks: median error of the pull {:.1} % before, {:.1} % after three cues; {:.0} % within the band",
        100.0 * before,
        100.0 * after,
        100.0 * within
    );
    assert!(cooks >= 290, "{message}");
    assert!(after <= 0.5 * before, "{message}");
    assert!((0.85..=0.96).contains(&within), "{message}");
}

/// The sheet has every cue that the piece can show, rawest stage from the start, later stages later; of a fish that stays in
/// past its moment it goes on.
#[test]
fn sheet_follows_the_fish_in_the_heat() {
    let stove = Stove::of(request("sear"));
    let pull_s = stove.promise.pull_s;
    let sheet = stove.seen(&[], 0.0).cues;
    let ids: Vec<&str> = sheet.iter().map(|row| row.cue.as_str()).collect();
    assert_eq!(ids, ["side_opaque", "lets_go", "colour", "skewer", "lip", "press", "beads"]);
    for row in &sheet {
        let from_s: Vec<f64> = row.stages.iter().filter_map(|stage| stage.from_s).collect();
        assert_eq!(row.stages[0].from_s, Some(0.0), "{}", row.cue);
        assert!(from_s.is_sorted() && from_s.iter().all(|s| *s <= pull_s + 0.1), "{row:?}");
    }
    let lip_hot = |view: CookView| view.cues[4].stages[2].from_s;
    assert_eq!(lip_hot(stove.seen(&[], 0.0)), None, "at its pull the middle is not hot");
    let late_s = lip_hot(stove.seen(&[], 1.5 * pull_s)).expect("half as long again");
    assert!(late_s > pull_s, "{late_s} {pull_s}");
    let out = stove.seen(&[(pull_s, Happened::Out)], pull_s);
    assert!(out.cues.is_empty());
}
