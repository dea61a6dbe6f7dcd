//! ask

use super::{Ask, BackwardsAnswer, READY_TOLERANCE_S, ready, solved};
use crate::bench::Bench;
use crate::error::FieldError;
use crate::say::{CELSIUS, clock};
use crate::setup::{PlanRequest, resolve};
use cindo_heat::bounded::Bounded;

pub(super) fn heat(
    bench: Bench<'_>,
    plan: &PlanRequest,
    ready_s: f64,
    [low, high]: [f64; 2],
    medium: &str,
) -> Result<BackwardsAnswer, Vec<FieldError>> {
    let at = |medium_c: f64| PlanRequest { medium_c: Some(medium_c), ..plan.clone() };
    // What a lukewarm medium never reaches counts as never ready.
    let ready_at =
        |medium_c: f64| solved(bench, &at(medium_c)).map_or(f64::INFINITY, |s| ready(&s));
    let when = |best_s: f64| match best_s {
        s if s.is_finite() => format!("it is ready in {}", clock(s)),
        _ => "it never gets there".to_owned(),
    };
    let too = |hot: bool, limit_c: f64, best_s: f64| {
        let (end, way) = if hot {
            ("as hot as it goes", "cut it thinner, or choose a faster way")
        } else {
            ("as cool as it goes", "start later, or choose a slower way")
        };
        vec![FieldError {
            field: "ready_s".to_owned(),
            message: format!(
                "with the {} {end}, {limit_c:.0}{CELSIUS}, {}; {way}",
                medium.to_lowercase(),
                when(best_s)
            ),
        }]
    };
    // Liquids stop at boiling, which altitude lowers.
    let top = resolve(bench, &at(high)).map_or(high.min(90.0), |r| r.setup.medium_c);
    let fastest = ready_at(top);
    if fastest > ready_s + READY_TOLERANCE_S {
        return Err(too(true, top, fastest));
    }
    let slowest = ready_at(low);
    if slowest < ready_s - READY_TOLERANCE_S {
        return Err(too(false, low, slowest));
    }
    let (mut cool, mut hot) = (low, top);
    for _ in 0..14 {
        let middle = 0.5 * (cool + hot);
        let got = ready_at(middle);
        if (got - ready_s).abs() < READY_TOLERANCE_S {
            (cool, hot) = (middle, middle);
            break;
        }
        if got > ready_s { cool = middle } else { hot = middle }
    }
    let medium_c = (0.5 * (cool + hot)).round().bounded(low, top);
    let plan = at(medium_c);
    let found = solved(bench, &plan)?;
    let ready = ready(&found);
    Ok(BackwardsAnswer {
        ask: Ask::Heat,
        value: medium_c,
        pull_s: found.pull_s.round(),
        ready_s: ready.round(),
        sentence: format!(
            "{medium} at {medium_c:.0}{CELSIUS}: out at {}, ready at {}.",
            clock(found.pull_s),
            clock(ready)
        ),
        plan,
    })
}
