//! Several in one heat, planned: each meets it as those before it left it, and cools it for them.

use super::event::{Event, Happened};
use super::follow::Prepared;
use super::promise::Promise;
use super::shared::{HeatLeft, HeatWanted, heat_left, heat_wanted};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::setup::PlanRequest;

/// A fish in a heat that it shares.
pub(crate) struct Sharer<'r> {
    /// The plan of its own pieces, in that heat.
    pub(crate) request: &'r PlanRequest,
    /// When it is to be out, s on one clock of all.
    pub(crate) out_s: f64,
    /// When it went in, where that has happened, s on the same clock.
    pub(crate) went_in_s: Option<f64>,
    /// Sides that join it.
    pub(crate) sides: Vec<Joining>,
}

/// A side that joins a fish.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Joining {
    /// So long before the fish comes out, s.
    pub(crate) before_end_s: f64,
    /// g.
    pub(crate) mass_g: f64,
    /// °C.
    pub(crate) start_c: f64,
}

/// When a fish that shares a heat is right.
#[derive(Debug, Clone, Copy, PartialEq)]
#[expect(clippy::struct_field_names, reason = "a number carries its unit")]
pub(crate) struct Moments {
    /// In, s on the clock of all.
    pub(crate) in_s: f64,
    /// First turn, s after it went in.
    pub(crate) turn_s: Option<f64>,
    /// Out, s after it went in.
    pub(crate) pull_s: f64,
}

/// What is wrong with one of them: its place, and why.
type Of<T> = Result<T, (usize, Vec<FieldError>)>;

/// Each round moves what goes in by less than a tenth of what it moved the pulls.
const ROUNDS: usize = 4;
/// Pulls that no longer move by more are found, s.
const FOUND_S: f64 = 0.5;
/// The heat is set for what goes in so long before, where it was set otherwise, s (common practice).
pub(crate) const SET_BEFORE_S: f64 = 45.0;

/// When each of several in one heat is right, as what happens to its heat has it.
///
/// # Errors
/// Which of them, and why: as for its plan; on `piece`, where the heat does not get there any more.
pub(crate) fn together(bench: Bench<'_>, sharers: &[Sharer<'_>]) -> Of<Vec<Moments>> {
    let mut others = Vec::with_capacity(sharers.len());
    for (place, sharer) in sharers.iter().enumerate() {
        let one = Planned::of(bench, sharer).map_err(|errors| (place, errors))?;
        others.push(one);
    }
    for _ in 0..ROUNDS {
        let moved_s = round(bench, sharers, &mut others)?;
        if moved_s < FOUND_S {
            break;
        }
    }
    Ok(others.iter().map(|one| one.moments).collect())
}

/// One of them, with what is thought to happen to it.
struct Planned {
    promise: Promise,
    wanted: Option<HeatWanted>,
    events: Vec<Event>,
    moments: Moments,
}

impl Planned {
    /// As if it were alone.
    fn of(bench: Bench<'_>, sharer: &Sharer<'_>) -> Result<Self, Vec<FieldError>> {
        let promise = Promise::of(bench, sharer.request)?;
        let wanted = heat_wanted(bench, sharer.request)?;
        let (pull_s, turn_s) = (promise.pull_s, promise.turn_s);
        let in_s = sharer.went_in_s.unwrap_or(sharer.out_s - pull_s);
        Ok(Self { promise, wanted, events: Vec::new(), moments: Moments { in_s, turn_s, pull_s } })
    }

    fn happens(&mut self, at_s: f64, what: Happened) {
        self.events.push(Event { id: String::new(), at_s, what });
    }
}

/// Has all that happens in the heat happen, in its order, and finds the pulls anew; by how much they moved, s.
fn round(bench: Bench<'_>, sharers: &[Sharer<'_>], all: &mut [Planned]) -> Of<f64> {
    let mut order: Vec<usize> = (0..all.len()).collect();
    let in_s = |all: &[Planned], place: usize| all[place].moments.in_s;
    order.sort_by(|a, b| in_s(all, *a).total_cmp(&in_s(all, *b)));
    for (nth, place) in order.iter().enumerate() {
        goes_in(bench, sharers, (all, &order[..nth], *place))?;
    }
    let mut moved_s: f64 = 0.0;
    for (place, sharer) in sharers.iter().enumerate() {
        let one = &mut all[place];
        for side in &sharer.sides {
            let at_s = (one.moments.pull_s - side.before_end_s).max(0.0);
            let (mass_g, start_c) = (side.mass_g, side.start_c);
            one.happens(at_s, Happened::Join { what: String::new(), mass_g, start_c, cook: None });
        }
        let found = found(bench, sharer, one).map_err(|errors| (place, errors))?;
        moved_s = moved_s.max((found.pull_s - one.moments.pull_s).abs());
        one.moments = found;
    }
    Ok(moved_s)
}

/// One goes into the heat that the others are in: that is set for it a little before, it meets it as it is by then, and
/// cools it; what its plan has in mind for the heat is done to all.
fn goes_in(
    bench: Bench<'_>,
    sharers: &[Sharer<'_>],
    (all, before, place): (&mut [Planned], &[usize], usize),
) -> Of<()> {
    let in_s = all[place].moments.in_s;
    let wanted = all[place].wanted.clone();
    let mut left = left(bench, sharers, (all, before), in_s)?;
    if let Some(wanted) = &wanted {
        let is_other = |(_, heat): &(usize, HeatLeft)| !heat.is_set_as(wanted);
        if left.iter().any(is_other) {
            set(all, before, in_s - SET_BEFORE_S, wanted.said_c());
            left = self::left(bench, sharers, (all, before), in_s)?;
        }
    }
    let heats: Vec<&HeatLeft> = left.iter().map(|(_, heat)| heat).collect();
    let medium_c = wanted.as_ref().and_then(|wanted| wanted.met_c(&heats));
    all[place].events.clear();
    all[place].happens(0.0, Happened::In { medium_c });
    let Some(wanted) = wanted else { return Ok(()) };
    let mut is_first = true;
    for (other, heat) in &left {
        let Some(fish) = heat.fish else { continue };
        let at_s = in_s - all[*other].moments.in_s;
        all[*other].happens(at_s, wanted.fish.joins("", 0));
        // Of several that are in it one stands for all.
        if std::mem::take(&mut is_first) {
            all[place].happens(0.0, fish.joins("", 0));
        }
    }
    if !before.is_empty() {
        let to_come = to_come(bench, &sharers[place], &all[place]).map_err(|e| (place, e))?;
        for (at_s, said_c) in to_come {
            set(all, before, in_s + at_s, said_c);
        }
    }
    Ok(())
}

/// The heat as each of those that went in before has it at a moment, the latest first.
fn left(
    bench: Bench<'_>,
    sharers: &[Sharer<'_>],
    (all, before): (&[Planned], &[usize]),
    now_s: f64,
) -> Of<Vec<(usize, HeatLeft)>> {
    let mut left = Vec::with_capacity(before.len());
    for other in before.iter().rev() {
        let Planned { promise, events, moments, .. } = &all[*other];
        let at_s = now_s - moments.in_s;
        let in_it = |event: &&Event| event.at_s <= at_s && event.at_s < moments.pull_s;
        let mut by_then: Vec<Event> = events.iter().filter(in_it).cloned().collect();
        // Out by then, it is still known how it left its heat.
        if moments.pull_s <= at_s {
            by_then.push(Event { id: String::new(), at_s: moments.pull_s, what: Happened::Out });
        }
        let heat = heat_left(bench, sharers[*other].request, promise, &by_then, at_s);
        left.extend(heat.map_err(|e| (*other, e))?.map(|heat| (*other, heat)));
    }
    Ok(left)
}

/// The heat of some is set at a moment, and not otherwise after it.
fn set(all: &mut [Planned], which: &[usize], now_s: f64, medium_c: f64) {
    for other in which {
        let at_s = (now_s - all[*other].moments.in_s).max(0.0);
        let is_set_later = |e: &Event| matches!(e.what, Happened::Heat { .. }) && e.at_s >= at_s;
        all[*other].events.retain(|event| !is_set_later(event));
        all[*other].happens(at_s, Happened::Heat { medium_c, knob: None });
    }
}

/// How the plan of one sets its heat after it went in: when, s after that, and to what, °C.
fn to_come(
    bench: Bench<'_>,
    sharer: &Sharer<'_>,
    one: &Planned,
) -> Result<Vec<(f64, f64)>, Vec<FieldError>> {
    let Planned { promise, events, moments, .. } = one;
    let prepared = Prepared::of(bench, sharer.request, promise, (events, &[]), 0.0)?;
    let lived = prepared.cook(&prepared.resolved, promise).lived(moments.pull_s, &prepared.deeds);
    let stages = &lived.programme.stages;
    let mut heater = stages[0].heater;
    let mut settings = Vec::new();
    for (start_s, stage) in lived.schedule.starts_s.iter().zip(stages) {
        let is_same = stage.heater.reservoir == heater.reservoir;
        let is_set = (stage.heater.set_c - heater.set_c).abs() > 0.0;
        if *start_s < moments.pull_s && is_same && is_set {
            heater = stage.heater;
            settings.push((*start_s, heater.set_c - prepared.resolved.setup.runs_k));
        }
    }
    Ok(settings)
}

/// When one is right after all that happens to it.
fn found(bench: Bench<'_>, sharer: &Sharer<'_>, one: &Planned) -> Result<Moments, Vec<FieldError>> {
    let Planned { promise, events, moments, .. } = one;
    // What happens to its heat after it came out it does not meet.
    let in_it: Vec<Event> = events.iter().filter(|e| e.at_s < moments.pull_s).cloned().collect();
    let prepared = Prepared::of(bench, sharer.request, promise, (&in_it, &[]), 0.0)?;
    let cook = prepared.cook(&prepared.resolved, promise);
    let pull_s = prepared.out_s(&cook).ok_or_else(|| {
        let message = "what shares its heat cools that too far: it never gets there; let less of \
                       it share the heat, or cook it apart";
        vec![FieldError { field: "piece".to_owned(), message: message.to_owned() }]
    })?;
    let turn_s = cook.lived(pull_s, &prepared.deeds).schedule.turns_s.first().copied();
    Ok(Moments { in_s: sharer.went_in_s.unwrap_or(sharer.out_s - pull_s), turn_s, pull_s })
}
