//! ask

use super::{Ask, BackwardsAnswer, ready, solved};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::piece::COLD_C;
use crate::plan::Solved;
use crate::say::{CELSIUS, clock};
use crate::setup::PlanRequest;

pub(super) const TEMPERED_C: f64 = 15.0;

pub(super) fn tempered(
    bench: Bench<'_>,
    plan: &PlanRequest,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |start_c: f64| {
        let mut other = plan.clone();
        other.piece.start_c = start_c;
        other
    };
    let cold = solved(bench, &at(COLD_C))?;
    let warm_plan = at(TEMPERED_C);
    let warm = solved(bench, &warm_plan)?;
    let histamine = bench.catalogue.species(&plan.piece.species).is_some_and(|s| s.histamine);
    let caution = if histamine {
        " But this kind makes histamine when kept warm: never temper it."
    } else {
        " Keep it to 30 minutes out of the cold."
    };
    let firm = |s: &Solved<'_>| (s.record.firm_share * 100.0).round();
    // What nobody would taste is not worth a word.
    let softer = if firm(&cold) - firm(&warm) >= 3.0 {
        format!("; {:.0} % of it gets firm instead of {:.0} %", firm(&warm), firm(&cold))
    } else {
        String::new()
    };
    Ok(BackwardsAnswer {
        ask: Ask::Tempered,
        value: (cold.pull_s - warm.pull_s).round(),
        pull_s: warm.pull_s.round(),
        ready_s: ready(&warm).round(),
        sentence: format!(
            "From the fridge out at {}, tempered to {TEMPERED_C:.0}{CELSIUS} out at {}: {} sooner{softer}.{caution}",
            clock(cold.pull_s),
            clock(warm.pull_s),
            clock(cold.pull_s - warm.pull_s),
        ),
        plan: warm_plan,
    })
}
