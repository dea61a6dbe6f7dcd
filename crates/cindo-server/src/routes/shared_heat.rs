//! Heat that more than one cook uses: what goes in finds it as another left it, and cools what is in it already; how it
//! is set for one it is set for all.

use cindo_core::cook::{Happened, HeatLeft, HeatWanted, heat_left, heat_wanted};
use cindo_store::{Cook, CookId, KeptEvent, NewCook, Store, StoreError};
use uuid::Uuid;

use super::cook::{clock_s, events};
use crate::solver::Desk;

/// Cooks on one piece of gear that are followed, the latest.
const ON_ONE: usize = 6;
/// Cooks that are looked at, the latest, and how long ago they may have begun, ms.
const LOOKED_AT: i64 = 24;
const LATELY_MS: i64 = 3 * 3_600_000;
/// How far from an event's id that of what goes with it is, in the other cook and in the same: any numbers of which
/// none is a sum of the others, so that nothing goes with what goes with it.
const THERE: u128 = 0x5bd1_e995_7f4a_7c15_9e37_79b9_85eb_ca6b;
/// The same for the heat that something goes into, as it is set for that.
const THERE_SET: u128 = 0x1f83_d9ab_fb41_bd6b_3c6e_f372_fe94_f82b;
const HERE: u128 = 0x2745_937f_c2b2_ae35_27d4_eb2f_1656_67b1;

/// What goes with what a cook was told: in the same cook, and in others.
#[derive(Debug, Default)]
pub(super) struct Beside {
    pub(super) here: Vec<KeptEvent>,
    pub(super) there: Vec<(CookId, KeptEvent)>,
}

/// Cooks that may have used the same heat lately.
pub(super) fn lately(store: &Store, id: CookId, now_ms: i64) -> Result<Vec<Cook>, StoreError> {
    let lines = store.list_cooks(LOOKED_AT)?;
    let others = lines.into_iter().filter(|l| l.id != id && l.created_ms > now_ms - LATELY_MS);
    // One that cannot be read shares nothing.
    Ok(others.filter_map(|line| store.find_cook(line.id).ok()).collect())
}

/// An id that follows from another one, so that telling it again adds nothing.
fn tied(id: &str, which: u128) -> Option<String> {
    Uuid::try_parse(id).ok().map(|id| Uuid::from_u128(id.as_u128().wrapping_add(which)).to_string())
}

/// The heat of another cook at a moment, where both go by the wall's clock.
fn left(desk: &Desk<'_>, begun: &NewCook, other: &Cook, at_ms: i64) -> Option<HeatLeft> {
    let is_wall = |speed: f64| (speed - 1.0).abs() < 1e-9;
    if !is_wall(begun.speed) || !is_wall(other.begun.speed) {
        return None;
    }
    let NewCook { request, promise, .. } = &other.begun;
    let at_s = clock_s(&other.begun, at_ms);
    // As it was then, whatever came after it.
    let mut by_then = events(&other.begun, other.events.iter());
    by_then.retain(|event| event.at_s <= at_s);
    heat_left(desk.bench(), request, promise, &by_then, at_s).ok()?
}

/// Those of the others that cook on the same gear, the latest, with its heat at a moment.
fn on_the_same<'c>(
    desk: &Desk<'_>,
    begun: &NewCook,
    wanted: &HeatWanted,
    (others, at_ms): (&'c [Cook], i64),
) -> Vec<(&'c Cook, HeatLeft)> {
    let is_same = |other: &&Cook| {
        let theirs = heat_wanted(desk.bench(), &other.begun.request);
        theirs.is_ok_and(|theirs| theirs.is_some_and(|theirs| theirs.gear == wanted.gear))
    };
    let same = others.iter().filter(is_same).take(ON_ONE);
    same.filter_map(|other| Some((other, left(desk, begun, other, at_ms)?)))
        .filter(|(_, left)| left.gear == wanted.gear)
        .collect()
}

/// Completes what a cook is told by what goes with it: a fish that goes into shared heat meets it as it is by then.
pub(super) fn complete(
    desk: &Desk<'_>,
    cook: &Cook,
    others: &[Cook],
    told: &mut [KeptEvent],
) -> Beside {
    let mut beside = Beside::default();
    for event in told {
        match &event.what {
            Happened::In { medium_c } => {
                let Ok(Some(wanted)) = heat_wanted(desk.bench(), &cook.begun.request) else {
                    continue;
                };
                let left = on_the_same(desk, &cook.begun, &wanted, (others, event.at_ms));
                let heats: Vec<&HeatLeft> = left.iter().map(|(_, left)| left).collect();
                event.what = Happened::In { medium_c: medium_c.or(wanted.met_c(&heats)) };
                beside.join(event, cook, &wanted, &left);
            }
            Happened::Heat { medium_c, knob } => {
                let Ok(Some(wanted)) = heat_wanted(desk.bench(), &cook.begun.request) else {
                    continue;
                };
                let left = on_the_same(desk, &cook.begun, &wanted, (others, event.at_ms));
                let heat = Happened::Heat { medium_c: *medium_c, knob: knob.clone() };
                let in_it = left.iter().filter(|(_, left)| left.fish.is_some());
                beside.there.extend(
                    in_it.filter_map(|(other, _)| {
                        Some((other.id, with(event, THERE, heat.clone())?))
                    }),
                );
            }
            Happened::Undo { of } => {
                let undo = |of| Happened::Undo { of };
                beside.again((of, undo), event, cook, others);
            }
            Happened::Retime { of } => {
                let retime = |of| Happened::Retime { of };
                beside.again((of, retime), event, cook, others);
            }
            _ => {}
        }
    }
    beside
}

impl Beside {
    /// The fish that goes in joins what is in its heat, and the first of that joins it.
    fn join(
        &mut self,
        into: &KeptEvent,
        cook: &Cook,
        wanted: &HeatWanted,
        left: &[(&Cook, HeatLeft)],
    ) {
        let in_it = left.iter().filter_map(|(other, left)| Some((*other, left, left.fish?)));
        for (place, (other, left, fish)) in in_it.enumerate() {
            let there = wanted.fish.joins(&cook.begun.name, cook.id.0);
            self.there.extend(with(into, THERE, there).map(|event| (other.id, event)));
            if !left.is_set_as(wanted) {
                let set = Happened::Heat { medium_c: wanted.said_c(), knob: None };
                self.there.extend(with(into, THERE_SET, set).map(|event| (other.id, event)));
            }
            // Of several that are in it one stands for all: an id is there only once.
            if place == 0 {
                let here = fish.joins(&other.begun.name, other.id.0);
                self.here.extend(with(into, HERE, here));
            }
        }
    }

    /// What is done to an event is done to what goes with it, where that still stands.
    fn again(
        &mut self,
        (of, done): (&str, impl Fn(String) -> Happened),
        event: &KeptEvent,
        cook: &Cook,
        others: &[Cook],
    ) {
        let do_to = |which: u128, events: &mut dyn Iterator<Item = &KeptEvent>| {
            let of = tied(of, which).filter(|of| stands(events, of))?;
            with(event, which, done(of))
        };
        let here = do_to(HERE, &mut cook.events.iter().chain(&self.here));
        self.here.extend(here);
        for other in others {
            let just_told = self.there.iter().filter(|(id, _)| *id == other.id).map(|(_, e)| e);
            let known: Vec<&KeptEvent> = other.events.iter().chain(just_told).collect();
            let there = [THERE, THERE_SET]
                .into_iter()
                .filter_map(|which| do_to(which, &mut known.iter().copied()));
            let there: Vec<KeptEvent> = there.collect();
            self.there.extend(there.into_iter().map(|event| (other.id, event)));
        }
    }
}

/// Something that goes with an event, at its time.
fn with(event: &KeptEvent, which: u128, what: Happened) -> Option<KeptEvent> {
    tied(&event.id, which).map(|id| KeptEvent { id, at_ms: event.at_ms, what })
}

/// Whether an event was told and not taken back.
fn stands(events: &mut dyn Iterator<Item = &KeptEvent>, id: &str) -> bool {
    let is_undo = |what: &Happened| matches!(what, Happened::Undo { of } if of == id);
    events.fold(false, |stands, event| (stands || event.id == id) && !is_undo(&event.what))
}
