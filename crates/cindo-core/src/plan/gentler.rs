//! A gentler way to the same doneness.

use serde::Serialize;

use super::quality::Quality;
use super::record::{Sampling, record};
use super::search::{Effort, column_pull, solve};
use crate::say::{clock, hundredth, tenth};
use crate::setup::{PlanRequest, Resolved, resolve};

/// A gentler way to the same doneness.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Gentler {
    /// Id of the method.
    pub method: String,
    /// Its name.
    pub name: String,
    /// Its pull, s.
    pub pull_s: f64,
    /// Share of the flesh that it leaves firm or worse, 0 to 1.
    pub firm_share: f64,
    /// As a sentence.
    pub sentence: String,
}

/// More than this share firm or worse is said, with a way out.
const FIRM_LIMIT: f64 = 1.0 / 3.0;

/// What saves less than this is not worth changing the method for.
const WORTH: f64 = 0.1;

/// And what one column sees save less than this is not looked at on the whole section.
const LEAST_WORTH: f64 = 0.05;

/// What one column says that a way leaves firm.
fn sketched_firm_share(resolved: &Resolved<'_>) -> Option<f64> {
    let (trial, pull_s, ending) = column_pull(resolved, None)?;
    let schedule = trial.programme.schedule(pull_s);
    let run = record(resolved, &trial, &schedule, pull_s, (ending, None), Sampling::SMALL);
    Some(run.firm_share)
}

/// When a plan leaves more than a third of the flesh firm or worse: the nearest gentler way.
pub(crate) fn gentler(
    request: &PlanRequest,
    resolved: &Resolved<'_>,
    quality: &Quality,
) -> Option<Gentler> {
    if quality.firm_share <= FIRM_LIMIT {
        return None;
    }
    let bench = resolved.setup.bench;
    resolved.setup.method.gentler.iter().find_map(|id| {
        let other = request.in_method(id);
        let resolved = resolve(bench, &other).ok()?;
        let is_dear = resolved.setup.needs_section();
        if is_dear && sketched_firm_share(&resolved)? > quality.firm_share - LEAST_WORTH {
            return None;
        }
        let solved = solve(&resolved, Effort::COMPARED).ok()?;
        let firm_share = solved.record.firm_share;
        if firm_share > quality.firm_share - WORTH {
            return None;
        }
        let name = resolved.setup.method.name.clone();
        let sentence = format!(
            "{:.0} % of the flesh gets firm. {name} leaves {:.0} % at the same doneness, in {}.",
            quality.firm_share * 100.0,
            firm_share * 100.0,
            clock(solved.pull_s)
        );
        Some(Gentler {
            method: id.clone(),
            name,
            pull_s: tenth(solved.pull_s),
            firm_share: hundredth(firm_share),
            sentence,
        })
    })
}
