//! How it is eaten: after how long, from what.

use super::Setup;
use crate::catalogue::{Coating, GearKind, Method, Support};
use crate::error::Problems;
use crate::say::{listed, quoted};

/// How long a piece stands before it is eaten, and on what.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Rest<'a> {
    /// From the pull to the plate, s, 0 to 1800.
    pub duration_s: f64,
    /// What it lies on.
    pub on: &'a Support,
}

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

/// What is asked for, or the usual.
pub(super) struct Asked<'r> {
    pub(super) rest_s: Option<f64>,
    pub(super) rest_on: Option<&'r str>,
}

/// The rest asked for, checked; what is left out is as `usual` (seconds and a support's id).
pub(super) fn check_rest<'a>(
    supports: &'a [Support],
    asked: &Asked<'_>,
    (usual_s, usual_on): (f64, &str),
    (method, coating): (&Method, Option<&Coating>),
    problems: &mut Problems,
) -> Option<Rest<'a>> {
    if let Some(rest_s) = asked.rest_s {
        problems.range("rest_s", rest_s, 0.0, LONGEST_REST_S, "s");
    }
    let id = asked.rest_on.unwrap_or(usual_on);
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
    on.map(|on| Rest { duration_s: asked.rest_s.unwrap_or(usual_s), on })
}
