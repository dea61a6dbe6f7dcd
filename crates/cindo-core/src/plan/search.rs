//! The inverse problem: when to take it off so that it rests to the target.

use super::browning::Browning;
use super::held::{BOOK_REST_MARGIN_K, Held};
use super::probe::{Probe, Seen};
use super::record::{Record, Sampling, record};
use super::root::{Root, rising_root};
use super::sides::Sides;
use super::trial::{Ending, Trial};
use crate::error::FieldError;
use crate::say::CELSIUS;
use crate::setup::{Limit, Resolved, Setup, Target};
use crate::timeline::{Lived, Programme, Schedule, Stage};
use cindo_heat::bounded::Bounded;
use cindo_heat::dose::GOLDEN_S;
use cindo_heat::solve::{Accuracy, Observer, Sink, View};

/// Longest time in the heat that is searched, s.
pub(super) const LONGEST_COOK_S: f64 = 4.0 * 3600.0;
/// Shortest time in the heat, s.
pub(crate) const SHORTEST_COOK_S: f64 = 2.0;
/// What has no colour by then gets none, s.
const LONGEST_FOR_COLOUR_S: f64 = 900.0;
/// Moist flesh stops this much short of the boiling point: from there on it only dries, K.
const SHORT_OF_BOILING_K: f64 = 1.0;

/// A solved piece: when to take it off, and the run that shows it.
#[derive(Debug)]
pub(crate) struct Solved<'a> {
    pub(crate) trial: Trial<'a>,
    pub(crate) schedule: Schedule,
    pub(crate) pull_s: f64,
    /// How fast the core's level rises with the pull, K/s.
    pub(crate) slope: f64,
    pub(crate) record: Record,
}

/// How an answer is shown. Its moments are found the same way for all, so that two screens never differ.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Effort {
    pub(crate) accuracy: Accuracy,
    pub(crate) sampling: Sampling,
    /// What is told of it besides its moments and its picture.
    pub(crate) telling: Telling,
}

/// What is read off a whole section where that was looked at.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Telling {
    /// The core: enough for a moment.
    Core,
    /// How safe every place of it is, and how its side looks, too.
    All,
}

impl Effort {
    /// For the plan that is shown.
    pub(crate) const SHOWN: Self =
        Self { accuracy: Accuracy::FINE, sampling: Sampling::FULL, telling: Telling::All };
    /// For a plan that is being dragged.
    pub(crate) const BRIEF: Self =
        Self { accuracy: Accuracy::FAST, sampling: Sampling::QUICK, telling: Telling::All };
    /// For comparing, ladders, questions asked backwards and figures beside the plan.
    pub(crate) const COMPARED: Self =
        Self { accuracy: Accuracy::FAST, sampling: Sampling::SMALL, telling: Telling::Core };
}

/// The core's level is found to this, K: by first guesses, by guesses, and in the answer.
const ROUGH_K: f64 = 1.0;
pub(super) const GUESS_K: f64 = 0.2;
const LEVEL_K: f64 = 0.04;
/// And on the whole section, whose core moves from cell to cell, K.
const SECTION_K: f64 = 0.08;
/// From a look whose level is no farther from what is asked than this the rest of the way is gone along the line, as one
/// column goes: it is nearly straight, K.
const ONWARD_K: f64 = 0.9;
/// And no farther than by such a share of the time in the heat.
const FARTHEST_SHARE: f64 = 0.2;
/// Where its core has cooled by so much more or less by the time it is eaten than one column's it is another place that
/// was looked at, and goes another way, K.
const ALIKE_K: f64 = 0.5;
/// The level of a section that is done in a share of a column's time rises faster with the pull than the column's, by one
/// over this power of that share: 1.0 to 1.8 by method, read off 1,764 searches (modelling choice).
const STEEPER_POWER: f64 = 1.4;
/// At most so many times as steep as was thought at first, or as flat.
const STEEPER: f64 = 1.6;
/// And the core at the pull at most so many times as steep as its highest.
const STEEPEST: f64 = 3.0;
/// Where heat from the sides is sure to have come before a rough pull it brings it on by about so much.
const SOONER: f64 = 0.96;
/// Where heat from the sides brings the middle more than this the whole section is asked, K: up to there Newman's product
/// is within 1 K of many columns, and off by as much as 2 K beyond (measured over 7,497 plans). The second where an
/// element glows at it from above: that shines on rounded flanks, too, which brings up to 1 K more however little comes
/// from the sides.
const SIDES_TRUSTED_K: f64 = 3.3;
const SIDES_TRUSTED_GLOWING_K: f64 = 0.2;
/// It is looked at so much short of the pull that the product found, K: more than it is off.
const CHECKED_SHORT_K: f64 = 2.0;
/// Where a search of a flat piece begins that has to hold a limit everywhere, as a share of one column's pull, and how much
/// sooner for its sides where it is narrow: read off 4,977 searches of fillets, loins and steaks (modelling choice).
const FLAT_HELD_SHARE: f64 = 1.03;
const FLAT_HELD_SIDES: f64 = 0.55;
/// The sides are followed again where the pull moves by more than this share, at most so often.
const NEAR_SHARE: f64 = 0.1;
const MOST_FOLLOWED: u32 = 4;

/// Finds the earliest pull that is eaten as the target says.
///
/// # Errors
/// On `doneness`, when the target cannot be reached: why, and what would.
pub(crate) fn solve<'a>(
    resolved: &Resolved<'a>,
    effort: Effort,
) -> Result<Solved<'a>, Vec<FieldError>> {
    Ok(seek(resolved, effort.telling)?.solved(resolved, effort))
}

/// A pull that was found, before it is shown.
#[derive(Debug)]
pub(crate) struct Sought<'a> {
    /// One column, quick.
    pub(crate) trial: Trial<'a>,
    pub(crate) pull_s: f64,
    /// How fast the core's level rises with the pull, K/s.
    pub(crate) slope: f64,
    /// As the whole section has it.
    pub(crate) ending: Ending,
    /// The whole section, where it matters.
    pub(crate) seen: Option<Seen>,
}

/// Finds when to take it off.
///
/// # Errors
/// As [`solve`].
pub(crate) fn seek<'a>(
    resolved: &Resolved<'a>,
    telling: Telling,
) -> Result<Sought<'a>, Vec<FieldError>> {
    let Resolved { setup, target, limit, .. } = resolved;
    if setup.start_c >= target.from_c {
        return Err(vec![unreachable_because(format!(
            "it starts at {:.0}{CELSIUS}, already as warm as {}",
            setup.start_c, target.name
        ))]);
    }
    let warmest_c = setup.boil_c - SHORT_OF_BOILING_K;
    if target.aim_c > warmest_c {
        return Err(vec![unreachable_because(format!(
            "its water boils away at {:.0}{CELSIUS} this high up, so the flesh gets no warmer than that before it is dry, and {} needs {:.0}{CELSIUS}; allowed are up to {:.0}{CELSIUS} here: choose a lower doneness",
            setup.boil_c,
            target.name,
            target.aim_c,
            warmest_c.floor(),
        ))]);
    }
    let aim_c = if target.hold_s > 0.0 { target.aim_c + BOOK_REST_MARGIN_K } else { target.aim_c };
    let span = (SHORTEST_COOK_S.max(target.hold_s + 1.0), LONGEST_COOK_S);
    let coarse = Trial::new(setup, Accuracy::COARSE);
    let unreachable = || vec![unreachable(setup, target, &coarse)];
    let mm = setup.thickness_m * 1000.0;
    let guess_s = 0.5 * mm * mm;
    let guess = Root { at: guess_s, slope: 60.0 / guess_s };
    // The last two that were tried.
    let mut tried_c = [None; 2];
    let level = |pull_s: f64| {
        let core_c = coarse.candidate(pull_s).core_c();
        tried_c = [tried_c[1], Some(core_c)];
        core_c[2]
    };
    let mut rough = rising_root(level, aim_c, ROUGH_K, guess, span).ok_or_else(unreachable)?;
    let [before_c, last_c] = tried_c;
    let last_c = last_c.ok_or_else(unreachable)?;
    let before_c = before_c.unwrap_or_else(|| coarse.candidate(SOONER * rough.at).core_c());
    let lacks_k = (aim_c - last_c[2]).bounded(-ROUGH_K, ROUGH_K);
    rough.at = (rough.at + lacks_k / rough.slope).bounded(span.0, span.1);
    let trial = Trial::new(setup, Accuracy::FAST);
    let rises = rises([before_c, last_c]);
    let search = Search { setup, trial: &trial, span, limit: *limit, telling, rises };
    let found = if target.hold_s > 0.0 {
        search.held(begun(resolved, rough))
    } else if setup.needs_section() {
        let probe = Probe::new(setup, *limit, telling);
        search.section(&probe, aim_c, begun(resolved, rough))
    } else {
        search.flat(aim_c, rough)
    };
    let Found { mut root, mut ending, mut seen } = found.ok_or_else(unreachable)?;
    if let Some(gold_s) = search.gold_s(root.at) {
        root.at = gold_s;
        (ending, seen) = ending_at(resolved, &trial.programme.schedule(gold_s), gold_s, telling);
    }
    Ok(Sought { trial, pull_s: root.at, slope: root.slope, ending, seen })
}

/// How the core at the pull, when eaten, and at its highest in between rise for each kelvin of the last, as two pulls of
/// one column have it.
fn rises([one_c, other_c]: [[f64; 3]; 2]) -> [f64; 3] {
    let level_k = other_c[2] - one_c[2];
    std::array::from_fn(|i| {
        let rise = (other_c[i] - one_c[i]) / level_k;
        if rise.is_finite() { rise.bounded(0.0, STEEPEST) } else { 1.0 }
    })
}

/// The pull of the whole section over that of one column, as far as it is known beforehand, by its core or where every
/// place has to hold a limit.
fn section_share(Resolved { setup, target, .. }: &Resolved<'_>) -> f64 {
    let is_held = target.hold_s > 0.0;
    let wide = setup.width_m / setup.thickness_m;
    match (setup.needs_section(), is_held) {
        (true, _) => setup.method.round_share(is_held).of_column(wide),
        (false, true) => FLAT_HELD_SHARE / (1.0 + FLAT_HELD_SIDES / (wide * wide)),
        (false, false) => 1.0,
    }
}

/// Where a search on the whole section begins: where one column would end, but for what that does not know.
fn begun(resolved: &Resolved<'_>, column: Root) -> Root {
    let share = section_share(resolved);
    Root { at: share * column.at, slope: column.slope / share.powf(STEEPER_POWER) }
}

/// The pull by one coarse column alone, `share` of its own (as usual for such a piece when left out): near enough
/// to judge what kind of plan it is.
pub(crate) fn column_pull<'a>(
    resolved: &Resolved<'a>,
    share: Option<f64>,
) -> Option<(Trial<'a>, f64, Ending)> {
    let Resolved { setup, target, limit, .. } = resolved;
    let mm = setup.thickness_m * 1000.0;
    let guess_s = 0.5 * mm * mm;
    let trial = Trial::new(setup, Accuracy::COARSE);
    let span = (SHORTEST_COOK_S, LONGEST_COOK_S);
    let rises = [1.0; 3];
    let search =
        Search { setup, trial: &trial, span, limit: *limit, telling: Telling::Core, rises };
    let guess = Root { at: guess_s, slope: 60.0 / guess_s };
    let (root, ending) = search.column(target.aim_c, guess, |ending, _| ending)?;
    let share = share.unwrap_or_else(|| section_share(resolved));
    let pull_s = share * root.at;
    let (pull_s, ending) = match search.gold_s(pull_s) {
        Some(gold_s) => (gold_s, trial.candidate(gold_s)),
        None => (pull_s, ending),
    };
    Some((trial, pull_s, ending))
}

/// What heat from the sides may bring before the whole section is asked, K.
fn sides_trusted_k(setup: &Setup<'_>, programme: &Programme<'_>, schedule: &Schedule) -> f64 {
    let is_one_sided = schedule.turns_s.is_empty() && !setup.method.all_round;
    let glows = |stage: &Stage<'_>| stage.around.above.radiant_on_reservoir;
    if is_one_sided && programme.stages.iter().any(glows) {
        SIDES_TRUSTED_GLOWING_K
    } else {
        SIDES_TRUSTED_K
    }
}

/// How a pull at `out_s` ends, as a search would have it.
pub(super) fn ending_at(
    resolved: &Resolved<'_>,
    schedule: &Schedule,
    out_s: f64,
    telling: Telling,
) -> (Ending, Option<Seen>) {
    let setup = &resolved.setup;
    let column = Trial::new(setup, Accuracy::FAST);
    let ending = column.finish(column.raw(), schedule, out_s);
    let seen_by = |probe: &Probe<'_, '_>| {
        let programme = column.programme.clone();
        let way = Lived { programme, schedule: schedule.clone(), out_s };
        let seen = probe.looks().seen(&way);
        (seen.ending(ending), Some(seen))
    };
    if resolved.target.hold_s > 0.0 || setup.needs_section() {
        return seen_by(&Probe::new(setup, resolved.limit, telling));
    }
    if setup.sides_reach_s() > out_s + setup.rest.duration_s {
        return (ending, None);
    }
    let sides = Sides::follow(setup, &column.programme, schedule, out_s);
    let sided = sides.applied(ending, out_s, setup.rest.duration_s);
    if sides.brought_k(&sided, out_s) > sides_trusted_k(setup, &column.programme, schedule) {
        seen_by(&Probe::of_flat(setup, resolved.limit, telling))
    } else {
        (sided, None)
    }
}

/// A pull that was found, how it ends, and the whole section where that was looked at.
struct Found {
    root: Root,
    ending: Ending,
    seen: Option<Seen>,
}

/// The search for one setup.
struct Search<'t, 'a> {
    setup: &'t Setup<'a>,
    trial: &'t Trial<'a>,
    span: (f64, f64),
    limit: Limit,
    telling: Telling,
    /// As [`rises`].
    rises: [f64; 3],
}

impl<'a> Search<'_, 'a> {
    /// The pull whose level is `aim_c`, on one column with what `adds` makes of its ending.
    fn column(
        &self,
        aim_c: f64,
        guess: Root,
        adds: impl Fn(Ending, f64) -> Ending,
    ) -> Option<(Root, Ending)> {
        let mut last = None;
        let level = |pull_s: f64| {
            let ending = adds(self.trial.candidate(pull_s), pull_s);
            last = Some((pull_s, ending));
            ending.level_c
        };
        let root = rising_root(level, aim_c, LEVEL_K, guess, self.span)?;
        // The search ends on the candidate that it takes, unless it stopped between two.
        let known = last.filter(|(at_s, _)| (at_s - root.at).abs() < 1e-9).map(|(_, found)| found);
        Some((root, known.unwrap_or_else(|| adds(self.trial.candidate(root.at), root.at))))
    }

    /// One column of a flat piece, with the heat through its sides.
    fn flat(&self, aim_c: f64, guess: Root) -> Option<Found> {
        let mut guess = guess;
        if self.setup.sides_reach_s() < guess.at {
            // Heat from the sides is sure to matter: one column alone need not be searched first.
            guess.at *= SOONER;
        } else if let Some((root, ending)) = self.column(aim_c, guess, |ending, _| ending) {
            if self.setup.sides_reach_s() > root.at + self.trial.rest_s {
                return Some(Found { root, ending, seen: None });
            }
            guess = root;
        }
        let mut found = None;
        for _ in 0..MOST_FOLLOWED {
            let schedule = self.trial.programme.schedule(guess.at);
            let sides = Sides::follow(self.setup, &self.trial.programme, &schedule, guess.at);
            let adds =
                |ending: Ending, pull_s: f64| sides.applied(ending, pull_s, self.trial.rest_s);
            let (root, ending) = self.column(aim_c, guess, adds)?;
            found = Some(Found { root, ending, seen: None });
            // Far from the pull that the sides were followed to, they are followed again.
            if (root.at - guess.at).abs() < NEAR_SHARE * guess.at {
                if sides.brought_k(&ending, root.at)
                    > sides_trusted_k(self.setup, &self.trial.programme, &schedule)
                {
                    let probe = Probe::of_flat(self.setup, self.limit, self.telling);
                    return self
                        .checked(&probe, aim_c, root, adds)
                        .or_else(|| self.section(&probe, aim_c, root));
                }
                break;
            }
            guess = root;
        }
        found
    }

    /// A pull that the sides' product found, put right by one look at the whole section, a little short of it: what that
    /// says differently it says a little later, too, and what was held by then is held later. None where it is not later.
    fn checked(
        &self,
        probe: &Probe<'_, 'a>,
        aim_c: f64,
        root: Root,
        adds: impl Fn(Ending, f64) -> Ending,
    ) -> Option<Found> {
        let short_s = root.at - CHECKED_SHORT_K / root.slope;
        if short_s < self.span.0 {
            return None;
        }
        let seen = probe.looks().seen(&self.trial.programme.lived(short_s, &[]));
        let product = adds(self.trial.candidate(short_s), short_s);
        let (seen_c, product_c) = (seen.core_c, product.core_c());
        let off_k: [f64; 3] = std::array::from_fn(|i| seen_c[i] - product_c[i]);
        let guess = Root { at: root.at - off_k[2] / root.slope, ..root };
        let (root, ending) = self.column(aim_c - off_k[2], guess, adds)?;
        let core_c = ending.core_c();
        let core_c = std::array::from_fn(|i| core_c[i] + off_k[i]);
        (root.at >= short_s).then(|| self.found(root, seen.with_core(core_c)))
    }

    /// The whole section of a piece that is neither flat nor round to its heat.
    fn section(&self, probe: &Probe<'_, 'a>, aim_c: f64, guess: Root) -> Option<Found> {
        let mut looks = probe.looks();
        let mut last = None;
        let way = |pull_s: f64| self.trial.programme.lived(pull_s, &[]);
        let level = |pull_s: f64| {
            let core_c = looks.core_c(&way(pull_s));
            last = Some((pull_s, core_c));
            core_c[2]
        };
        // What is near enough is gone on from.
        let root = rising_root(level, aim_c, ONWARD_K, guess, self.span)?;
        let (looked_s, core_c) = last?;
        let lacks_k = aim_c - core_c[2];
        if lacks_k.abs() < SECTION_K || (looked_s - root.at).abs() > 1e-9 {
            return Some(self.found(root, looks.seen(&way(root.at))));
        }
        // Looks close to one another may tell any slope.
        let slope = root.slope.bounded(guess.slope / STEEPER, STEEPER * guess.slope);
        let at = looked_s + lacks_k / slope;
        let then = self.trial.candidate(at.max(self.span.0));
        let cooled_k = |core_c: [f64; 3]| core_c[2] - core_c[1];
        let is_far = (at - looked_s).abs() > FARTHEST_SHARE * looked_s;
        if is_far || (cooled_k(core_c) - cooled_k(then.core_c())).abs() > ALIKE_K {
            let at = at.bounded(self.span.0, self.span.1);
            let level = |pull_s: f64| looks.core_c(&way(pull_s))[2];
            let root = rising_root(level, aim_c, SECTION_K, Root { at, slope }, self.span)?;
            return Some(self.found(root, looks.seen(&way(root.at))));
        }
        let [at_pull_c, served_c, _] = std::array::from_fn(|i| core_c[i] + lacks_k * self.rises[i]);
        // What was held by a pull is held by a later one, not by an earlier.
        let told = looks.told(&way(at.min(looked_s)));
        let seen = Seen { core_c: [at_pull_c, served_c, aim_c], told };
        Some(Found { root: Root { at, slope }, ending: seen.ending(then), seen: Some(seen) })
    }

    /// The earliest pull whose worst place holds the limit: in the heat, or on the coldest support with
    /// something to spare.
    fn held(&self, guess: Root) -> Option<Found> {
        let (aim_c, tolerance_k) = Held::aim(self.limit);
        let probe = Probe::new(self.setup, self.limit, self.telling);
        let mut looks = probe.looks();
        let way = |pull_s: f64| self.trial.programme.lived(pull_s, &[]);
        let level = |pull_s: f64| looks.held(&way(pull_s)).surely_c();
        let root = rising_root(level, aim_c, tolerance_k, guess, self.span)?;
        let seen = looks.seen(&way(root.at));
        Some(self.found(root, seen))
    }

    /// A pull as the whole section has it.
    fn found(&self, root: Root, seen: Seen) -> Found {
        let ending = seen.ending(self.trial.candidate(root.at));
        Found { root, ending, seen: Some(seen) }
    }

    /// When a coat that has to be gold is, s, where that is after a pull.
    fn gold_s(&self, pull_s: f64) -> Option<f64> {
        let schedule = self.trial.programme.schedule(pull_s);
        let least = self.setup.least_browning()?;
        coloured_s(self.setup, self.trial, &schedule, least).filter(|gold_s| *gold_s > pull_s)
    }
}

impl<'a> Sought<'a> {
    /// Runs it once more for all that is shown.
    pub(crate) fn solved(self, resolved: &Resolved<'a>, effort: Effort) -> Solved<'a> {
        let Self { trial, pull_s, slope, ending, seen } = self;
        let accuracy = match seen {
            // What counts was read off the section.
            Some(_) if effort.accuracy == Accuracy::FINE => Accuracy::ALONG,
            _ => effort.accuracy,
        };
        let trial = if accuracy == trial.accuracy {
            trial
        } else {
            Trial::new(&resolved.setup, accuracy.over(pull_s))
        };
        let schedule = trial.programme.schedule(pull_s);
        let record = record(resolved, &trial, &schedule, pull_s, (ending, seen), effort.sampling);
        Solved { trial, schedule, pull_s, slope, record }
    }
}

/// When the better face is as brown as `wanted` (1 is golden), s; never where it takes too long.
pub(super) fn coloured_s(
    setup: &Setup<'_>,
    trial: &Trial<'_>,
    schedule: &Schedule,
    wanted: f64,
) -> Option<f64> {
    let wanted_s = wanted * GOLDEN_S;
    let mut watch = ColourWatch { browning: Browning::new(setup.coating), wanted_s, at_s: None };
    let mut simulation = trial.raw();
    trial.heat(&mut simulation, schedule, LONGEST_FOR_COLOUR_S, &mut watch);
    watch.at_s
}

/// Watches both faces take colour.
struct ColourWatch<'c> {
    browning: Browning<'c>,
    wanted_s: f64,
    /// When the better one had as much as is wanted, s.
    at_s: Option<f64>,
}

impl Observer for ColourWatch<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let before_s = self.browning.better_s();
        self.browning.add(view);
        let now_s = self.browning.better_s();
        if now_s < self.wanted_s {
            return Sink::Continue;
        }
        // Within the step, not at its end.
        let left = (now_s - self.wanted_s) / (now_s - before_s).max(1e-12);
        self.at_s = Some(view.time_s - left.bounded(0.0, 1.0) * view.step_s);
        Sink::Stop
    }
}

fn unreachable_because(message: String) -> FieldError {
    FieldError { field: "doneness".to_owned(), message }
}

/// Says why a target cannot be reached, and what would reach it.
fn unreachable(setup: &Setup<'_>, target: &Target, coarse: &Trial<'_>) -> FieldError {
    let ending = coarse.candidate(LONGEST_COOK_S);
    let needed = if target.hold_s > 0.0 {
        format!("{:.0}{CELSIUS} for {:.0} s", target.from_c, target.hold_s)
    } else {
        format!("{:.0}{CELSIUS}", target.aim_c)
    };
    let medium = setup.method.medium.to_lowercase();
    let way_out = match setup.method.range_c {
        Some(_) if setup.medium_c > target.aim_c + 20.0 => {
            "cut it thinner, or choose a hotter method or a lower doneness".to_owned()
        }
        Some([_, high]) if high > target.aim_c + 5.0 => format!(
            "raise the {medium} to {:.0}{CELSIUS} or more, or choose a lower doneness",
            (target.aim_c + 8.0).min(high)
        ),
        _ => "choose a hotter method or a lower doneness".to_owned(),
    };
    unreachable_because(format!(
        "with the {medium} at {:.0}{CELSIUS} the core gets no warmer than {:.0}{CELSIUS} in {:.0} hours, and {} needs {needed}; {way_out}",
        setup.medium_c,
        ending.level_c,
        LONGEST_COOK_S / 3600.0,
        target.name
    ))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::{Catalogue, Method};
    use crate::piece::Piece;
    use crate::setup::{Doneness, PlanRequest, resolve};

    fn whole(species: &str, thickness_mm: f64, method: &str) -> PlanRequest {
        PlanRequest {
            piece: Piece {
                species: species.into(),
                cut: "whole_round".into(),
                thickness_mm,
                skin: true,
                start_c: 5.0,
                ..Piece::default()
            },
            method: method.into(),
            doneness: Doneness::Band("just_done".into()),
            ..PlanRequest::default()
        }
    }

    const WHOLE: [(&str, f64); 3] = [("mackerel", 30.0), ("gurnard", 45.0), ("sea_bass", 65.0)];
    const TURNED: [&str; 4] = ["sear", "saute", "grill", "grill_covered"];

    /// Where whole fish end was read off their searches, by their core and where every place holds a limit: what is written
    /// there is what they still do.
    #[test]
    fn a_search_on_the_section_begins_near_its_end() {
        let catalogue = Catalogue::embedded().unwrap();
        for (doneness, allowed) in [("just_done", [0.12, 0.02]), ("by_the_book", [0.10, 0.035])] {
            let mut off = Vec::new();
            for (species, thickness_mm) in WHOLE {
                for Method { id: method, .. } in &catalogue.methods {
                    let mut request = whole(species, thickness_mm, method);
                    request.doneness = Doneness::Band(doneness.into());
                    let resolved = resolve((&catalogue).into(), &request).unwrap();
                    let (_, column_s, _) = column_pull(&resolved, Some(1.0)).unwrap();
                    let share = section_share(&resolved);
                    let found = seek(&resolved, Telling::Core).unwrap().pull_s;
                    off.push((found / (share * column_s) - 1.0).abs());
                }
            }
            off.sort_by(f64::total_cmp);
            let [most, half] = allowed;
            assert!(off[off.len() - 1] < most, "{doneness}: {off:.3?}");
            assert!(off[off.len() / 2] < half, "{doneness}: {off:.3?}");
        }
    }

    /// A look finds the core that was told, at the pull, when eaten and at its highest.
    fn is_as_told(told: &Ending, seen: &Seen, within_k: f64, what: &str) {
        for (told_c, seen_c) in told.core_c().into_iter().zip(seen.core_c) {
            assert!((told_c - seen_c).abs() < within_k, "{what}: {told_c} {seen_c}");
        }
    }

    /// The last way to a pull is gone along a line: a look at that pull finds what the line said.
    #[test]
    fn what_a_line_says_a_look_finds() {
        let catalogue = Catalogue::embedded().unwrap();
        let mut gone = 0;
        for (species, thickness_mm) in WHOLE {
            for method in TURNED {
                let request = whole(species, thickness_mm, method);
                let resolved = resolve((&catalogue).into(), &request).unwrap();
                let Sought { trial, pull_s, ending, .. } = seek(&resolved, Telling::Core).unwrap();
                let probe = Probe::new(&resolved.setup, resolved.limit, Telling::Core);
                let seen = probe.looks().seen(&trial.programme.lived(pull_s, &[]));
                is_as_told(&ending, &seen, 0.3, &format!("{species} {method}"));
                gone += u32::from((ending.level_c - resolved.target.aim_c).abs() < 1e-9);
            }
        }
        assert!(gone >= 3, "only {gone} of them went along a line");
    }

    /// Where one look puts a product right: a look at the pull that comes of it finds what was told, and the target.
    #[test]
    fn what_one_look_puts_right_another_finds() {
        let catalogue = Catalogue::embedded().unwrap();
        for (species, cut, thickness_mm, method) in [
            ("cod", "loin", 42.0, "deep_fry"),
            ("pollock", "loin", 36.0, "roast"),
            ("haddock", "loin", 34.0, "parcel"),
            ("grouper", "fillet", 28.0, "slow_bake"),
            ("hake", "fillet", 33.0, "broil"),
        ] {
            let mut request = whole(species, thickness_mm, method);
            request.piece.cut = cut.into();
            request.doneness = Doneness::Band("medium".into());
            let resolved = resolve((&catalogue).into(), &request).unwrap();
            let Sought { trial, pull_s, ending, seen, .. } =
                seek(&resolved, Telling::Core).unwrap();
            assert!(seen.is_some(), "{species} {method}: its sides were not looked at");
            let probe = Probe::of_flat(&resolved.setup, resolved.limit, Telling::Core);
            let seen = probe.looks().seen(&trial.programme.lived(pull_s, &[]));
            is_as_told(&ending, &seen, 0.25, &format!("{species} {method}"));
            let off_k = seen.core_c[2] - resolved.target.aim_c;
            assert!(off_k.abs() < 0.25, "{species} {method}: {off_k} from its aim");
        }
    }

    /// A fish of 34 mm whose coldest place at the first look is by its cavity, and elsewhere a little later: its core is
    /// looked at again.
    #[test]
    fn a_core_that_moves_is_looked_at_again() {
        let catalogue = Catalogue::embedded().unwrap();
        let request = PlanRequest {
            doneness: Doneness::Band("medium".into()),
            ..whole("sea_trout", 34.0, "grill_basket")
        };
        let resolved = resolve((&catalogue).into(), &request).unwrap();
        let Sought { trial, pull_s, ending, .. } = seek(&resolved, Telling::Core).unwrap();
        let probe = Probe::new(&resolved.setup, resolved.limit, Telling::Core);
        let seen = probe.looks().seen(&trial.programme.lived(pull_s, &[]));
        // Two places are as cold as each other, and one may be read for the other.
        is_as_told(&ending, &seen, 1.0, "sea trout");
        assert!((seen.core_c[2] - resolved.target.aim_c).abs() < 0.5, "{seen:?}");
    }

    /// When a coat is gold lies within a step, not at its end: steps of any length find the same moment.
    #[test]
    fn colour_does_not_wait_for_the_end_of_a_step() {
        let catalogue = Catalogue::embedded().unwrap();
        let request = PlanRequest {
            piece: Piece {
                species: "salmon".into(),
                cut: "fillet".into(),
                thickness_mm: 24.0,
                start_c: 5.0,
                ..Default::default()
            },
            method: "deep_fry".into(),
            doneness: Doneness::Band("rare".into()),
            ..Default::default()
        };
        let resolved = resolve((&catalogue).into(), &request).unwrap();
        let setup = &resolved.setup;
        let gold_s = |accuracy: Accuracy| {
            let trial = Trial::new(setup, accuracy);
            coloured_s(setup, &trial, &trial.programme.schedule(600.0), 0.6).unwrap()
        };
        let fine_s = gold_s(Accuracy::FINE);
        for longest_step_s in [2.0, 5.0, 20.0, 60.0] {
            for accuracy in [Accuracy::FAST, Accuracy::COARSE] {
                let found_s = gold_s(Accuracy { longest_step_s, ..accuracy });
                let off = (found_s - fine_s).abs() / fine_s;
                assert!(off < 0.05, "{longest_step_s}: {found_s} for {fine_s}");
            }
        }
    }
}
