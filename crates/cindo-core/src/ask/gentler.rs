//! A gentler way to the same doneness.

use serde::Serialize;

use crate::bench::Bench;
use crate::plan::{Effort, Sampling, column_pull, record, solve};
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
pub(super) fn gentler(
    request: &PlanRequest,
    resolved: &Resolved<'_>,
    firm_share: f64,
) -> Option<Gentler> {
    if firm_share <= FIRM_LIMIT {
        return None;
    }
    let method = resolved.setup.method;
    let bench = resolved.setup.bench;
    method.gentler.iter().find_map(|id| gentler_by(bench, request, (id, firm_share)))
}

/// The same by another method, where it leaves clearly less firm than that share.
fn gentler_by(
    bench: Bench<'_>,
    request: &PlanRequest,
    (id, firm_share): (&str, f64),
) -> Option<Gentler> {
    let resolved = resolve(bench, &request.in_method(id)).ok()?;
    let is_dear = resolved.setup.needs_section();
    if is_dear && sketched_firm_share(&resolved)? > firm_share - LEAST_WORTH {
        return None;
    }
    let solved = solve(&resolved, Effort::COMPARED).ok()?;
    let left = solved.record.firm_share;
    if left > firm_share - WORTH {
        return None;
    }
    let name = resolved.setup.method.name.clone();
    let sentence = format!(
        "{:.0} % of the flesh gets firm. {name} leaves {:.0} % at the same doneness, in {}.",
        firm_share * 100.0,
        left * 100.0,
        clock(solved.pull_s)
    );
    Some(Gentler {
        method: id.to_owned(),
        name,
        pull_s: tenth(solved.pull_s),
        firm_share: hundredth(left),
        sentence,
    })
}
