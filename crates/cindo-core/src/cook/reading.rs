//! Readings of the core: which of them can be used, and why the others cannot.

use cindo_heat::bounded::Bounded;
use serde::Serialize;

use super::cue::Stage;
use super::estimate::{Evidence, Observed};
use super::senses::lagged_s;
use super::story::{NoticedCue, Story};
use crate::catalogue::Catalogue;

/// A reading of the core.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Reading {
    /// When, s on the cook's clock.
    pub at_s: f64,
    /// What it said, °C.
    pub core_c: f64,
}

/// Whether a reading was used.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ReadingUse {
    /// Whether the forecast rests on it.
    pub used: bool,
    /// Why not.
    pub why: Option<String>,
}

/// No core is colder or warmer than this, °C.
const CORE_C: (f64, f64) = (-45.0, 105.0);
/// A thin probe is off by so much, K (one standard deviation; modelling choice).
const PROBE_SD_K: f64 = 0.7;
/// It is surely wrong by more of these.
const SURELY_SD: f64 = 4.0;
/// A core does not differ from the middle one of its neighbours by more than this, K, and so much for each
/// second between them.
const JUMP_K: f64 = 4.0;
const JUMP_K_S: f64 = 0.1;
/// Neighbours on either side.
const NEIGHBOURS: usize = 2;
/// A reading that comes after one of a later moment by more than this, s, comes late: it was told again, or a
/// clock went back.
const BACK_S: f64 = 1.5;
/// Told again it lies within this of what those before and after it say, K (three and a half times a probe's spread).
const LATE_K: f64 = 2.5;

const BEFORE: &str = "before the fish met the heat";
const BEYOND: &str = "longer after the fish met the heat than a piece is followed";
const NO_CORE: &str = "no core is that cold or hot: the tip may be out of the fish";
const BACK: &str = "its clock went back";
const JUMP: &str = "a jump that no core makes";
pub(super) const APART: &str = "far from what the others say";
const TOO_WARM: &str = "warmer than such a piece can be by then";
const TOO_COLD: &str = "colder than such a piece can be by then";

/// Why each reading cannot be used; `None` for those that can.
pub(super) fn unusable(story: &Story, readings: &[Reading]) -> Vec<Option<&'static str>> {
    let Some(in_s) = story.in_s else { return vec![Some(BEFORE); readings.len()] };
    let mut why: Vec<Option<&'static str>> = readings
        .iter()
        .map(|reading| match reading {
            r if r.at_s < in_s => Some(BEFORE),
            r if story.beyond_s(r.at_s) > 0.0 => Some(BEYOND),
            r if !(CORE_C.0..=CORE_C.1).contains(&r.core_c) => Some(NO_CORE),
            _ => None,
        })
        .collect();
    let mut latest_s = f64::NEG_INFINITY;
    let (mut in_time, mut late) = (Vec::with_capacity(readings.len()), Vec::new());
    for (place, reading) in readings.iter().enumerate().filter(|(place, _)| why[*place].is_none()) {
        let is_late = reading.at_s < latest_s - BACK_S;
        latest_s = latest_s.max(reading.at_s);
        if is_late { late.push(place) } else { in_time.push(*reading) }
    }
    in_time.sort_by(|a, b| a.at_s.total_cmp(&b.at_s));
    for place in late {
        if !fits(&in_time, &readings[place]) {
            why[place] = Some(BACK);
        }
    }
    let mut good: Vec<usize> = (0..readings.len()).filter(|i| why[*i].is_none()).collect();
    good.sort_by(|a, b| readings[*a].at_s.total_cmp(&readings[*b].at_s));
    for place in 0..good.len() {
        let from = place.saturating_sub(NEIGHBOURS);
        let to = (place + NEIGHBOURS + 1).min(good.len());
        let around = &good[from..to];
        let mut values: Vec<f64> = around.iter().map(|i| readings[*i].core_c).collect();
        values.sort_by(f64::total_cmp);
        let span_s = readings[good[to - 1]].at_s - readings[good[from]].at_s;
        let off_k = (readings[good[place]].core_c - values[values.len() / 2]).abs();
        if around.len() > NEIGHBOURS && off_k > JUMP_K + JUMP_K_S * span_s {
            why[good[place]] = Some(JUMP);
        }
    }
    why
}

/// Marks readings that no such piece can give. `reach` is the lowest and the highest that one can say at moments in their
/// order, °C.
pub(super) fn mark_impossible(
    story: &Story,
    readings: &[Reading],
    why: &mut [Option<&'static str>],
    reach: impl Fn(&[f64]) -> Vec<[f64; 2]>,
) {
    let mut usable: Vec<usize> = (0..readings.len()).filter(|i| why[*i].is_none()).collect();
    usable.sort_by(|a, b| readings[*a].at_s.total_cmp(&readings[*b].at_s));
    let at_s: Vec<f64> =
        usable.iter().map(|i| lagged_s(story.since_s(readings[*i].at_s))).collect();
    for (place, [low_c, high_c]) in usable.into_iter().zip(reach(&at_s)) {
        why[place] = match readings[place].core_c {
            c if c > high_c + SURELY_SD * PROBE_SD_K => Some(TOO_WARM),
            c if c < low_c - SURELY_SD * PROBE_SD_K => Some(TOO_COLD),
            _ => None,
        };
    }
}

/// Whether a reading that comes late belongs where its clock says: no other is of that moment, and it says what
/// those before and after it say.
fn fits(in_time: &[Reading], late: &Reading) -> bool {
    let next = in_time.partition_point(|other| other.at_s < late.at_s);
    let around = (next.checked_sub(1).map(|i| in_time[i]), in_time.get(next).copied());
    let is_taken = |other: &Reading| (other.at_s - late.at_s).abs() < BACK_S;
    let (before, after) = match around {
        (Some(before), Some(after)) => (before, after),
        // With one side only it is compared with that.
        (Some(one), None) | (None, Some(one)) => (one, one),
        (None, None) => return true,
    };
    let share = if after.at_s > before.at_s {
        (late.at_s - before.at_s) / (after.at_s - before.at_s)
    } else {
        0.0
    };
    let said_c = before.core_c + share * (after.core_c - before.core_c);
    let beyond_s = (late.at_s - late.at_s.bounded(before.at_s, after.at_s)).abs();
    !is_taken(&before)
        && !is_taken(&after)
        && (late.core_c - said_c).abs() <= LATE_K + JUMP_K_S * beyond_s
}

/// What can be used, in the order of time, and which reading each is; cues are none.
pub(super) fn usable(
    catalogue: &Catalogue,
    story: &Story,
    readings: &[Reading],
    why: &[Option<&'static str>],
) -> Vec<(Evidence, Option<usize>)> {
    let good = readings.iter().enumerate().filter(|(place, _)| why[*place].is_none());
    let read = good.map(|(place, r)| {
        let what = Observed::Reading { core_c: r.core_c, sd_k: PROBE_SD_K };
        (Evidence { at_s: lagged_s(story.since_s(r.at_s)), what }, Some(place))
    });
    let found = without_repeats(&story.cues).filter_map(|(at_s, cue, value)| {
        let what = Observed::Cue(Stage::of(catalogue, cue, value)?);
        Some((Evidence { at_s: *at_s, what }, None))
    });
    let mut seen: Vec<(Evidence, Option<usize>)> = read.chain(found).collect();
    seen.sort_by(|(a, _), (b, _)| a.at_s.total_cmp(&b.at_s));
    seen
}

/// Of one stage of one cue, found again and again by one eye, the first and the last count.
fn without_repeats(cues: &[NoticedCue]) -> impl Iterator<Item = &NoticedCue> {
    let is_same = |a: &NoticedCue, b: &NoticedCue| (&a.1, &a.2) == (&b.1, &b.2);
    cues.iter().enumerate().filter_map(move |(place, cue)| {
        let is_between = cues[..place].iter().any(|other| is_same(other, cue))
            && cues[place + 1..].iter().any(|other| is_same(other, cue));
        (!is_between).then_some(cue)
    })
}
