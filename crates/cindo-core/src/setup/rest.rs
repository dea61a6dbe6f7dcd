//! How it is eaten: after how long, from what.

use super::{PlanRequest, Setup};
use crate::catalogue::{Coating, GearKind, Method, Resting, Support, UsualRest};
use crate::error::Problems;
use crate::say::{listed, quoted};

/// How long a piece stands before it is eaten, and on what.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Rest<'a> {
    /// From the pull to the plate, s, 0 to 1800.
    pub duration_s: f64,
    /// What it lies on.
    pub on: &'a Support,
    /// Temperature of the oven that it stands in, °C; none elsewhere.
    pub oven_c: Option<f64>,
}

/// Coolest and warmest oven that a piece may stand in, °C: above that it cooks.
const OVEN_C: (f64, f64) = (40.0, 110.0);

/// Longest rest that may be asked for, s.
pub(crate) const LONGEST_REST_S: f64 = 1800.0;

/// Pans that a piece can be left in.
const PANS: [GearKind; 3] = [GearKind::Pan, GearKind::Nonstick, GearKind::LiddedPan];

impl Setup<'_> {
    /// The pan that it can be left in, with the heat off.
    pub(crate) fn pan_kind(method: &Method) -> Option<GearKind> {
        method.needs.iter().copied().find(|kind| PANS.contains(kind))
    }
}

/// Whether a piece cooked like this can rest on it.
fn is_offered(support: &Support, method: &Method, coating: Option<&Coating>) -> bool {
    (!support.in_pan || Setup::pan_kind(method).is_some())
        && (!support.wrapped || coating.is_some_and(|c| c.wraps))
}

/// How long it is to stand, wherever that is asked for.
pub(crate) fn check_duration(rest_s: Option<f64>, problems: &mut Problems) {
    if let Some(rest_s) = rest_s {
        problems.range("rest_s", rest_s, 0.0, LONGEST_REST_S, "s");
    }
}

/// The rest asked for, checked; what is left out is as usual.
pub(super) fn check_rest<'a>(
    resting: &'a Resting,
    asked: &PlanRequest,
    usual: &UsualRest,
    (method, coating): (&Method, Option<&Coating>),
    problems: &mut Problems,
) -> Option<Rest<'a>> {
    check_duration(asked.rest_s, problems);
    let supports = &resting.supports;
    // A kitchen's own habit is where a piece stands free: what stays in its pan or crust stays there.
    let habit = asked.kitchen.as_ref().and_then(|kitchen| kitchen.rest_on.as_deref());
    let is_free = supports.iter().any(|s| s.id == usual.on && s.stands_free());
    let usual_on = habit.filter(|_| is_free).unwrap_or(&usual.on);
    let id = asked.rest_on.as_deref().unwrap_or(usual_on);
    let on = supports.iter().find(|s| s.id == id);
    if !on.is_some_and(|support| is_offered(support, method, coating)) {
        let allowed = supports.iter().filter(|s| is_offered(s, method, coating));
        problems.add(
            "rest_on",
            format!(
                "after {} it cannot rest on {}; allowed are {}",
                method.name.to_lowercase(),
                quoted(id),
                listed(allowed.map(|s| s.id.as_str()))
            ),
        );
    }
    if let Some(rest_c) = asked.rest_c {
        if on.is_some_and(|on| on.oven_c.is_none()) {
            let name = on.map_or("it", |on| on.name.as_str());
            problems.add(
                "rest_c",
                format!("{name} has no heat to set; leave it out, or choose the warm oven"),
            );
        }
        problems.range("rest_c", rest_c, OVEN_C.0, OVEN_C.1, "°C");
    }
    on.map(|on| Rest {
        duration_s: asked.rest_s.unwrap_or(usual.rest_s),
        on,
        oven_c: on.oven_c.map(|usual_c| asked.rest_c.unwrap_or(usual_c)),
    })
}
