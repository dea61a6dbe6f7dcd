//! The estimator against pieces whose truth is hidden from it.

use rand::rngs::StdRng;
use rand::{RngExt, SeedableRng};

use super::follow::{Cook, lived};
use super::senses::tip_c;
use super::*;
use crate::catalogue::Catalogue;
use crate::piece::Piece;
use crate::plan::{UNKNOWNS, Unknowns};
use crate::setup::{Doneness, PlanRequest, Setup, resolve};
use cindo_heat::bounded::Bounded;
use cindo_heat::solve::Accuracy;

/// A normal deviate: the sum of twelve even ones, within three standard deviations.
pub(crate) fn normal(random: &mut StdRng) -> f64 {
    let sum: f64 = (0..12).map(|_| random.random_range(-0.5..0.5)).sum();
    sum.bounded(-3.0, 3.0)
}

const METHODS: [&str; 8] =
    ["sear", "saute", "roast", "poach", "steam", "grill", "slow_bake", "deep_fry"];

/// One cook: what was thought of it, what is true, and what a probe said up to half time.
pub(super) struct Hidden {
    pub(super) request: PlanRequest,
    pub(super) promise: Promise,
    pub(super) true_pull_s: f64,
    readings: Vec<Reading>,
    /// How far each unknown is off, in the spreads that plans allow for, and so its heat, K.
    by: [f64; UNKNOWNS],
    pub(super) heat_k: f64,
}

impl Hidden {
    /// The setup as it truly is.
    pub(super) fn truth<'a>(&self, setup: &Setup<'a>) -> Setup<'a> {
        Unknowns::of(setup, false).varied(setup, &self.by)
    }
}

/// As far off as plans allow for.
fn hidden(catalogue: &Catalogue, seed: u64) -> Option<Hidden> {
    hidden_by(catalogue, seed, |_, _, random| std::array::from_fn(|_| normal(random)))
}

/// As far off as it is drawn, in the spreads that plans allow for.
pub(super) fn hidden_by(
    catalogue: &Catalogue,
    seed: u64,
    draw: impl Fn(&Setup<'_>, &Unknowns, &mut StdRng) -> [f64; UNKNOWNS],
) -> Option<Hidden> {
    let mut random = StdRng::seed_from_u64(seed);
    let method = METHODS[usize::try_from(seed).ok()? % METHODS.len()];
    let request = PlanRequest {
        piece: Piece {
            species: ["hake", "cod", "salmon", "halibut"][random.random_range(0..4)].into(),
            cut: "fillet".into(),
            thickness_mm: f64::from(random.random_range(18_u32..36)),
            start_c: f64::from(random.random_range(3_u32..12)),
            skin: random.random_bool(0.5),
            ..Piece::default()
        },
        method: method.into(),
        doneness: Doneness::Core(51.0),
        ..PlanRequest::default()
    };
    let promise = Promise::of(catalogue, &request).ok()?;
    let mut resolved = resolve(catalogue.into(), &request).ok()?;
    let unknowns = Unknowns::of(&resolved.setup, false);
    let by = draw(&resolved.setup, &unknowns, &mut random);
    let truth = unknowns.varied(&resolved.setup, &by);
    let heat_k = truth.medium_c - resolved.setup.medium_c;
    resolved.setup = truth;
    let cook = Cook::corrected(&resolved, &promise, heat_k);
    let true_pull_s = cook.pull_s(&[])?;
    let way = (true_pull_s, 0.5 * promise.pull_s);
    let readings = probed(&resolved.setup, &promise, heat_k, way, &mut random);
    Some(Hidden { request, promise, true_pull_s, readings, by, heat_k })
}

/// What a probe by hand says of a piece whose heat is off by so much, K, up to a moment of a way that is planned so
/// long: its tip is not quite at the core, and it is as good as half a kelvin.
pub(crate) fn probed(
    setup: &Setup<'_>,
    promise: &Promise,
    heat_k: f64,
    (planned_s, until_s): (f64, f64),
    random: &mut StdRng,
) -> Vec<Reading> {
    let every_s = (promise.pull_s / 60.0).max(5.0);
    let at_s: Vec<f64> =
        (1..200).map(|i| every_s * f64::from(i)).take_while(|s| *s <= until_s).collect();
    let tip_m = 0.0015 * normal(random);
    let said = tip_c(
        setup,
        |programme| lived(programme, planned_s, &[], heat_k),
        Accuracy::FAST,
        (promise.core_share, tip_m),
        &at_s,
    );
    let reading = |(at_s, core_c): (&f64, f64)| Reading {
        at_s: *at_s,
        core_c: core_c + promise.over_at_k(*at_s) + 0.5 * normal(random),
    };
    at_s.iter().zip(said).map(reading).collect()
}

/// The middle one.
pub(super) fn median(mut values: Vec<f64>) -> f64 {
    values.sort_by(f64::total_cmp);
    values[values.len() / 2]
}

#[test]
fn readings_at_half_time_halve_the_error_and_the_band_is_honest() {
    let catalogue = Catalogue::embedded().unwrap();
    let into = [Event { id: "in".into(), at_s: 0.0, what: Happened::In { medium_c: None } }];
    let (mut before, mut after, mut wild) = (Vec::new(), Vec::new(), Vec::new());
    let (mut within, mut within_wild, mut narrower, mut cooks) = (0, 0, 0, 0);
    for seed in 0..200 {
        let Some(hidden) = hidden(&catalogue, seed) else { continue };
        let Hidden { request, promise, true_pull_s, readings, .. } = hidden;
        let now_s = readings.last().map_or(0.0, |r| r.at_s);
        let seen = |readings: &[Reading]| {
            follow(&catalogue, &request, &promise, (&into, readings), now_s).unwrap().forecast
        };
        cooks += 1;
        let (thought, learnt) = (seen(&[]), seen(&readings));
        let mut random = StdRng::seed_from_u64(1000 + seed);
        let spoilt: Vec<Reading> = readings
            .iter()
            .map(|r| {
                let is_wild = random.random_bool(0.1);
                let core_c = if is_wild { random.random_range(-60.0..300.0) } else { r.core_c };
                Reading { core_c, ..*r }
            })
            .collect();
        let robust = seen(&spoilt);
        let error = |pull_s: f64| (pull_s - true_pull_s).abs() / promise.pull_s;
        before.push(error(thought.pull_s));
        after.push(error(learnt.pull_s));
        wild.push(error(robust.pull_s));
        let covers = |f: &Forecast| (f.pull_low_s..=f.pull_high_s).contains(&true_pull_s);
        within += usize::from(covers(&learnt));
        within_wild += usize::from(covers(&robust));
        narrower += usize::from(
            learnt.pull_high_s - learnt.pull_low_s < thought.pull_high_s - thought.pull_low_s,
        );
    }
    let (before, after, wild) = (median(before), median(after), median(wild));
    let share = |count: usize| count as f64 / f64::from(cooks);
    let told = format!(
        "{cooks} cooks: median error of the pull {:.1} % before, {:.1} % after readings to half time, {:.1} % with a tenth of them wild; {:.0} % and {:.0} % within the band, narrower in {:.0} %",
        100.0 * before,
        100.0 * after,
        100.0 * wild,
        100.0 * share(within),
        100.0 * share(within_wild),
        100.0 * share(narrower)
    );
    assert!(cooks >= 190, "{cooks}");
    assert!(after <= 0.5 * before, "{told}");
    assert!(wild <= 1.2 * after, "{told}");
    assert!((0.85..=0.95).contains(&share(within)), "{told}");
    assert!((share(within_wild) - share(within)).abs() <= 0.2 * share(within), "{told}");
    assert!(share(narrower) > 0.9, "{told}");
}

/// A roast whose plan is right, read by a tip that is so far from its core, mm, or by a probe of its own.
fn read_at(tip_mm: f64) -> (Hidden, Catalogue) {
    read_in(2, tip_mm)
}

/// The same in the method of that seed.
fn read_in(seed: u64, tip_mm: f64) -> (Hidden, Catalogue) {
    let catalogue = Catalogue::embedded().unwrap();
    let mut hidden = hidden(&catalogue, seed).unwrap();
    let resolved = resolve((&catalogue).into(), &hidden.request).unwrap();
    let promise = &hidden.promise;
    let at_s: Vec<f64> = (1..60).map(|i| 0.9 * promise.pull_s * f64::from(i) / 60.0).collect();
    let lived_of = |programme: &_| lived(programme, promise.pull_s, &[], 0.0);
    let place = (promise.core_share, tip_mm / 1000.0);
    let said = tip_c(&resolved.setup, lived_of, Accuracy::FAST, place, &at_s);
    hidden.readings = at_s
        .iter()
        .zip(said)
        .map(|(at_s, c)| Reading { at_s: *at_s, core_c: c + promise.over_at_k(*at_s) })
        .collect();
    (hidden, catalogue)
}

fn followed((hidden, catalogue): &(Hidden, Catalogue), readings: &[Reading]) -> CookView {
    let into = [Event { id: "in".into(), at_s: 0.0, what: Happened::In { medium_c: None } }];
    let now_s = readings.last().map_or(0.0, |r| r.at_s);
    follow(catalogue, &hidden.request, &hidden.promise, (&into, readings), now_s).unwrap()
}

#[test]
fn a_tip_outside_the_core_is_recognised_and_one_inside_is_not() {
    for (tip_mm, is_off) in [(0.0, false), (1.0, false), (6.0, true), (-6.0, true)] {
        let hidden = read_at(tip_mm);
        let estimate = followed(&hidden, &hidden.0.readings).estimate.unwrap();
        assert_eq!(estimate.tip_is_off, is_off, "{tip_mm}: {estimate:?}");
    }
}

/// Turned by then or not: what the planned piece says is believed in every method.
#[test]
fn readings_of_the_planned_piece_are_all_used() {
    for seed in 0..8 {
        let cook = read_in(seed, 0.0);
        let view = followed(&cook, &cook.0.readings);
        let refused: Vec<_> = view.reading_uses.iter().filter(|u| !u.used).collect();
        assert!(refused.is_empty(), "{}: {refused:?}", cook.0.request.method);
    }
}

#[test]
fn what_no_core_says_is_kept_and_not_used() {
    let hidden = read_at(0.0);
    let mut readings = hidden.0.readings.clone();
    let whys = [(10, 300.0, "tip may be out"), (20, 95.0, "jump"), (30, -60.0, "tip may be out")];
    for (place, core_c, _) in whys {
        readings[place].core_c = core_c;
    }
    readings.push(Reading { at_s: readings[40].at_s, ..readings[41] });
    readings.insert(0, Reading { at_s: -50.0, core_c: 5.0 });
    let view = followed(&hidden, &readings);
    for (place, _, why) in whys {
        let told = &view.reading_uses[place + 1];
        assert!(!told.used && told.why.as_ref().unwrap().contains(why), "{place}: {told:?}");
    }
    assert_eq!(view.reading_uses[0].why.as_deref(), Some("before the fish met the heat"));
    assert_eq!(view.reading_uses.last().unwrap().why.as_deref(), Some("its clock went back"));
    assert_eq!(view.reading_uses.iter().filter(|u| !u.used).count(), 5);
    let clean = followed(&hidden, &hidden.0.readings).forecast.pull_s;
    assert!((view.forecast.pull_s - clean).abs() < 0.01 * clean, "{}", view.forecast.pull_s);
}

/// Readings that are told again after others, as after a lost connection, count as if they had come in order; those of
/// a clock that went back by two minutes do not.
#[test]
fn late_readings_count_where_they_fit() {
    let hidden = read_at(0.0);
    let readings = &hidden.0.readings;
    let mut shuffled = readings.clone();
    let lost: Vec<Reading> = shuffled.drain(20..26).collect();
    shuffled.extend(lost);
    let view = followed(&hidden, &shuffled);
    assert!(view.reading_uses.iter().all(|u| u.used), "{:?}", view.reading_uses);
    assert_eq!(view.forecast, followed(&hidden, readings).forecast);
    let half = readings.len() / 2;
    let mut back = readings.clone();
    for reading in &mut back[half..] {
        reading.at_s -= 123.0;
    }
    let uses = followed(&hidden, &back).reading_uses;
    // Until it has come as far again as it was.
    let late = back[half..].iter().take_while(|r| r.at_s < readings[half - 1].at_s - 1.5).count();
    assert!(late > 8, "{late}");
    for told in &uses[half..half + late] {
        assert_eq!(told.why.as_deref(), Some("its clock went back"), "{:?}", &uses[half..]);
    }
}

/// A cue is a rough reading: it moves the forecast a little, and readings outweigh it.
#[test]
fn cues_count_as_rough_readings() {
    let hidden = read_at(0.0);
    let (Hidden { request, promise, readings, .. }, catalogue) = &hidden;
    let late_s = 0.8 * promise.pull_s;
    let with = |value: &str, readings: &[Reading]| {
        let lip = Happened::Cue { cue: "lip".into(), value: value.into() };
        let events = [
            Event { id: "in".into(), at_s: 0.0, what: Happened::In { medium_c: None } },
            Event { id: "lip".into(), at_s: late_s, what: lip },
        ];
        follow(catalogue, request, promise, (&events, readings), late_s).unwrap().forecast
    };
    let (cool, hot) = (with("cool", &[]), with("hot", &[]));
    assert!(cool.pull_s > hot.pull_s + 0.05 * promise.pull_s, "{} {}", cool.pull_s, hot.pull_s);
    let moved_s =
        (with("hot", readings).pull_s - followed(&hidden, readings).forecast.pull_s).abs();
    assert!(moved_s < 0.25 * (hot.pull_s - promise.pull_s).abs(), "{moved_s}");
}

/// What a probe says in place of a reading, by its number and what it should say.
type Corruption<'l> = &'l mut dyn FnMut(usize, f64) -> f64;

/// Whatever a probe says (hotter than its heat can make it, in °F, stuck, alternating, falling, by chance), the pull stays
/// within four of the spreads that its plan allows for.
#[test]
fn no_reading_moves_the_pull_beyond_four_spreads() {
    let catalogue = Catalogue::embedded().unwrap();
    let into = [Event { id: "in".into(), at_s: 0.0, what: Happened::In { medium_c: None } }];
    let mut wrong = Vec::new();
    for seed in 0..24 {
        let hidden = hidden(&catalogue, seed).unwrap();
        let Hidden { request, promise, readings, .. } = &hidden;
        let mut random = StdRng::seed_from_u64(seed);
        let mut noise = || random.random_range(-20.0..110.0);
        let says: [(&str, Corruption<'_>); 7] = [
            ("at the boil", &mut |_, _| 100.0),
            ("in °F", &mut |_, c| 1.8 * c + 32.0),
            ("stuck", &mut |_, _| 5.0),
            ("alternating", &mut |i, c| if i % 2 == 0 { c } else { 80.0 }),
            ("falling", &mut |i, _| 60.0 - i as f64),
            ("too steep", &mut |_, c| 3.0 * c),
            ("by chance", &mut |_, _| noise()),
        ];
        for (name, says) in says {
            let said: Vec<Reading> = readings
                .iter()
                .enumerate()
                .map(|(i, r)| Reading { core_c: says(i, r.core_c), ..*r })
                .collect();
            let now_s = said.last().map_or(0.0, |r| r.at_s);
            let view = follow(&catalogue, request, promise, (&into, &said), now_s).unwrap();
            let Forecast { pull_s, pull_low_s, pull_high_s, .. } = view.forecast;
            let off = (pull_s - promise.pull_s).abs() / promise.spread_s;
            let used = view.reading_uses.iter().filter(|u| u.used).count();
            let told = format!(
                "{} {name}: {off:.1} spreads, {pull_low_s:.0} {pull_s:.0} {pull_high_s:.0} for {:.0}, {used} of {} used",
                request.method,
                promise.pull_s,
                said.len()
            );
            if off > 4.0 || pull_high_s > promise.pull_s + 8.0 * promise.spread_s {
                wrong.push(told);
            }
        }
    }
    assert!(wrong.is_empty(), "{}", wrong.join("\n"));
}
