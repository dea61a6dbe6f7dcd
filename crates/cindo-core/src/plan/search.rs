//! The inverse problem: when to take it off so that it rests to the target, how wide the window is
//! and how far the moment can wander with what nobody knows exactly.

use super::record::{Record, Sampling, record};
use super::trial::{Ending, Trial};
use crate::error::FieldError;
use crate::say::CELSIUS;
use crate::setup::{Resolved, Setup, Target};
use crate::timeline::Schedule;
use cindo_heat::solve::Accuracy;

/// Longest time in the heat that is searched, s.
const LONGEST_COOK_S: f64 = 4.0 * 3600.0;
/// Shortest time in the heat, s.
pub(crate) const SHORTEST_COOK_S: f64 = 2.0;
/// Widest window that is reported, s.
const WIDEST_WINDOW_S: f64 = 3600.0;
/// A by-the-book pull is lengthened by 3 % at most this often.
const MOST_BOOK_TRIES: u32 = 40;
/// A by-the-book pull aims this much over the limit, so that rounding never falls under it, K.
const BOOK_MARGIN_K: f64 = 0.1;

/// Moist flesh stops this much short of the boiling point: from there on it only dries, K.
const SHORT_OF_BOILING_K: f64 = 1.0;

/// What is uncertain about a piece: thickness by eye and measured (m), start (K), film (share),
/// medium (K). Source: common practice.
const THICKNESS_BY_EYE_M: f64 = 0.002;
const THICKNESS_MEASURED_M: f64 = 0.001;
const START_K: f64 = 2.0;
const FILM_SHARE: f64 = 0.2;
const MEDIUM_K: f64 = 10.0;
/// Look from and latest stand this many spreads from the pull.
pub(crate) const SPREADS: f64 = 1.3;

/// A root with the slope of the function there.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Root {
    pub(crate) at: f64,
    pub(crate) slope: f64,
}

/// Finds where a rising function reaches `target`, from a guess: secant steps inside a shrinking
/// bracket. `None` when it stays below up to `high`, the low end when it is above already there.
pub(crate) fn rising_root(
    mut f: impl FnMut(f64) -> f64,
    target: f64,
    tolerance: f64,
    guess: Root,
    (mut low, mut high): (f64, f64),
) -> Option<Root> {
    let (mut low_open, mut high_open) = (true, true);
    let mut x = guess.at.clamp(low, high);
    let mut slope = guess.slope;
    let mut last: Option<(f64, f64)> = None;
    for _ in 0..60 {
        let y = f(x) - target;
        if let Some((x0, y0)) = last
            && (x - x0).abs() > 1e-6
        {
            let secant = (y - y0) / (x - x0);
            if secant > 0.0 {
                slope = secant;
            }
        }
        if y.abs() < tolerance {
            return Some(Root { at: x, slope });
        }
        if y > 0.0 {
            if !high_open && x >= high {
                return Some(Root { at: x, slope });
            }
            high = x;
            high_open = false;
            if low_open && x <= low {
                return Some(Root { at: x, slope });
            }
        } else {
            if high_open && x >= high {
                return None;
            }
            low = x;
            low_open = false;
        }
        if high - low < 0.05 {
            // Just short of an end that nobody has seen above the target is below it all the way.
            return (!high_open).then_some(Root { at: 0.5 * (low + high), slope });
        }
        last = Some((x, y));
        let step = -y / slope.max(1e-6);
        let mut next = x + step;
        // Keep inside the bracket; beyond an open end at most double or halve.
        if next <= low {
            next = if low_open { (0.5 * x).max(low) } else { 0.5 * (low + high) };
        } else if next >= high {
            next = if high_open { (2.0 * x).min(high) } else { 0.5 * (low + high) };
        }
        if low_open {
            next = next.max(0.4 * x).max(low);
        }
        if high_open {
            next = next.min(2.5 * x).min(high);
        }
        x = next;
    }
    Some(Root { at: x, slope })
}

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

/// How a search is carried out.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Effort {
    /// For the answer.
    pub(crate) accuracy: Accuracy,
    pub(crate) sampling: Sampling,
    /// The core's level is found to this, K: by guesses, and in the answer.
    guess_k: f64,
    pub(crate) level_k: f64,
}

impl Effort {
    /// For the plan that is shown.
    pub(crate) const SHOWN: Self =
        Self { accuracy: Accuracy::FINE, sampling: Sampling::FULL, guess_k: 0.05, level_k: 0.08 };
    /// For a plan that is being dragged.
    pub(crate) const BRIEF: Self =
        Self { accuracy: Accuracy::FAST, sampling: Sampling::QUICK, guess_k: 0.2, level_k: 0.08 };
    /// For a figure beside the plan.
    pub(crate) const ROUGH: Self =
        Self { accuracy: Accuracy::COARSE, sampling: Sampling::SMALL, guess_k: 0.2, level_k: 0.2 };
    /// For comparing, ladders and questions asked backwards.
    pub(crate) const COMPARED: Self =
        Self { accuracy: Accuracy::FAST, sampling: Sampling::SMALL, guess_k: 0.3, level_k: 0.15 };
}

/// Finds the earliest pull that rests to the target.
///
/// # Errors
/// On `doneness`, when the target cannot be reached: why, and what would.
pub(crate) fn solve<'a>(
    resolved: &Resolved<'a>,
    effort: Effort,
) -> Result<Solved<'a>, Vec<FieldError>> {
    seek(resolved, effort, None)?.solved(resolved, effort)
}

/// A pull that was found, before it is shown.
#[derive(Debug)]
pub(crate) struct Sought<'a> {
    pub(crate) trial: Trial<'a>,
    pub(crate) pull_s: f64,
    /// How fast the core's level rises with the pull, K/s.
    pub(crate) slope: f64,
    pub(crate) ending: Ending,
}

/// Finds when the core rests to the target, from what pieces much like it took, if that is known.
///
/// # Errors
/// As [`solve`].
pub(crate) fn seek<'a>(
    resolved: &Resolved<'a>,
    effort: Effort,
    near: Option<Root>,
) -> Result<Sought<'a>, Vec<FieldError>> {
    let Resolved { setup, target, .. } = resolved;
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
    let hold_s = target.hold_s;
    let aim_c = if hold_s > 0.0 { target.aim_c + BOOK_MARGIN_K } else { target.aim_c };
    let coarse = Trial::new(setup, Accuracy::COARSE);
    let span = (SHORTEST_COOK_S.max(hold_s + 1.0), LONGEST_COOK_S);
    let unreachable = || vec![unreachable(setup, target, &coarse)];

    let rough = if let Some(near) = near {
        near
    } else {
        let mm = setup.thickness_m * 1000.0;
        let guess_s = 0.5 * mm * mm;
        let guess = Root { at: guess_s, slope: 60.0 / guess_s };
        let level = |pull_s: f64| coarse.candidate(pull_s, hold_s).level_c;
        rising_root(level, aim_c, effort.guess_k, guess, span).ok_or_else(unreachable)?
    };
    let trial = Trial::new(setup, effort.accuracy);
    let mut ending = None;
    let fine_level = |pull_s: f64| {
        let found = trial.candidate(pull_s, hold_s);
        ending = Some((pull_s, found));
        found.level_c
    };
    let root =
        rising_root(fine_level, aim_c, effort.level_k, rough, span).ok_or_else(unreachable)?;
    let pull_s = root.at;
    // The search ends on the candidate that it takes, unless it stopped between two.
    let known = ending.filter(|(at_s, _)| (at_s - pull_s).abs() < 1e-9).map(|(_, found)| found);
    let ending = known.unwrap_or_else(|| trial.candidate(pull_s, hold_s));
    Ok(Sought { trial, pull_s, slope: root.slope, ending })
}

impl<'a> Sought<'a> {
    /// Runs it once more for all that is shown; one that must be held everywhere is lengthened until
    /// it is.
    ///
    /// # Errors
    /// As [`solve`].
    pub(crate) fn solved(
        self,
        resolved: &Resolved<'a>,
        effort: Effort,
    ) -> Result<Solved<'a>, Vec<FieldError>> {
        let Self { trial, mut pull_s, slope, ending } = self;
        let Resolved { setup, target, .. } = resolved;
        let hold_s = target.hold_s;
        let mut schedule = trial.programme.schedule(pull_s);
        let mut found = record(resolved, &trial, &schedule, pull_s, ending, effort.sampling);
        if hold_s > 0.0 {
            // The core may meet the rule before the coolest face does: lengthen until all of it does.
            let mut tries = 0;
            while !found.verdict.reaches_limit && tries < MOST_BOOK_TRIES {
                pull_s *= 1.03;
                let longer = trial.candidate(pull_s, hold_s);
                schedule = trial.programme.schedule(pull_s);
                found = record(resolved, &trial, &schedule, pull_s, longer, effort.sampling);
                tries += 1;
            }
            if !found.verdict.reaches_limit {
                let coarse = Trial::new(setup, Accuracy::COARSE);
                return Err(vec![unreachable(setup, target, &coarse)]);
            }
        }
        Ok(Solved { trial, schedule, pull_s, slope, record: found })
    }
}

/// Earliest and latest pull that stay in the band, the turn staying at the plan's time. The fast
/// solver finds them, corrected by what it is off at the plan's own pull.
pub(crate) fn window(
    fast: &Trial<'_>,
    schedule: &Schedule,
    target: &Target,
    pull_s: f64,
    slope: f64,
    tolerance_k: f64,
) -> Option<(f64, f64)> {
    let upper_c = target.to_c?;
    let floor_s = schedule.turns_s.last().copied().unwrap_or(0.0).max(SHORTEST_COOK_S);
    let mut shared = fast.raw();
    let fork_s = (0.6 * pull_s).max(floor_s.min(pull_s));
    fast.heat(&mut shared, schedule, fork_s, &mut ());
    let level = |at_s: f64| {
        if at_s >= fork_s {
            fast.finish(shared.clone(), schedule, at_s, 0.0).peak_c
        } else {
            fast.finish(fast.raw(), schedule, at_s, 0.0).peak_c
        }
    };
    let bias = level(pull_s) - target.aim_c;
    let guess =
        |edge_c: f64| Root { at: pull_s + (edge_c - target.aim_c) / slope.max(1e-6), slope };
    let early = rising_root(
        level,
        target.from_c + bias,
        tolerance_k,
        guess(target.from_c),
        (floor_s, LONGEST_COOK_S),
    )
    .map_or(pull_s, |root| root.at.min(pull_s));
    let late = rising_root(
        level,
        upper_c + bias,
        tolerance_k,
        guess(upper_c),
        (floor_s, pull_s + WIDEST_WINDOW_S),
    )
    .map_or(pull_s + WIDEST_WINDOW_S, |root| root.at.max(pull_s));
    Some((early, late.min(early + WIDEST_WINDOW_S)))
}

/// Standard deviation, so to speak, of the right pull, s: one finite difference for each thing that
/// nobody knows exactly, added in quadrature.
pub(crate) fn spread(
    setup: &Setup<'_>,
    measured: bool,
    fast: &Trial<'_>,
    schedule: &Schedule,
    pull_s: f64,
    hold_s: f64,
    slope: f64,
) -> f64 {
    let base = fast.finish(fast.raw(), schedule, pull_s, hold_s).level_c;
    let thicker = if measured { THICKNESS_MEASURED_M } else { THICKNESS_BY_EYE_M };
    let mut variants = vec![
        Setup { thickness_m: setup.thickness_m + thicker, ..setup.clone() },
        Setup { start_c: setup.start_c + START_K, ..setup.clone() },
        Setup { film_factor: 1.0 + FILM_SHARE, ..setup.clone() },
    ];
    if setup.method.range_c.is_some() {
        variants.push(Setup { medium_c: setup.medium_c + MEDIUM_K, ..setup.clone() });
    }
    let sum: f64 = variants
        .iter()
        .map(|variant| {
            let trial = Trial::new(variant, fast.accuracy);
            // The same clock times: only the piece or its heat differs.
            let level = trial.finish(trial.raw(), schedule, pull_s, hold_s).level_c;
            ((level - base) / slope.max(1e-6)).powi(2)
        })
        .sum();
    sum.sqrt()
}

fn unreachable_because(message: String) -> FieldError {
    FieldError { field: "doneness".to_owned(), message }
}

/// Says why a target cannot be reached, and what would reach it.
fn unreachable(setup: &Setup<'_>, target: &Target, coarse: &Trial<'_>) -> FieldError {
    let ending: Ending = coarse.candidate(LONGEST_COOK_S, target.hold_s);
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
        ending.peak_c,
        LONGEST_COOK_S / 3600.0,
        target.name
    ))
}

#[cfg(test)]
mod tests {
    use super::*;

    fn root(f: impl FnMut(f64) -> f64, target: f64, at: f64) -> Option<f64> {
        rising_root(f, target, 1e-3, Root { at, slope: 1.0 }, (2.0, 100.0)).map(|root| root.at)
    }

    #[test]
    fn roots_are_found_and_ends_are_told_apart() {
        let line = |x: f64| x;
        for guess in [2.0, 30.0, 99.0, 99.97, 100.0, 500.0] {
            let found = root(line, 40.0, guess).unwrap();
            assert!((found - 40.0).abs() < 0.05, "{found} from {guess}");
            assert_eq!(root(line, 101.0, guess), None, "out of reach, from {guess}");
            assert_eq!(root(line, 1.0, guess), Some(2.0), "there from the start, from {guess}");
        }
        // Once a guess a hair below the end was taken for the root of what stays far below it.
        for guess in [99.951, 99.99, 99.9999] {
            assert_eq!(root(|x| 0.1 * x, 85.0, guess), None, "{guess}");
        }
    }
}
