//! Grill: hot bars below, open air above.

use super::{Programme, Setting, Step, Times};
use crate::solver::Reservoir;

pub(super) fn programme(setting: &Setting<'_>) -> Programme {
    let faces = &setting.catalogue.faces;
    let context = setting.context();
    setting.one_sided(
        faces.grate.surround(&context),
        faces.above_open_grate.surround(&context),
        Reservoir::Held(setting.medium_c),
    )
}

pub(super) fn steps(setting: &Setting<'_>, times: &Times) -> Vec<Step> {
    let side = setting.first_side();
    let first_end = times.flip_s().unwrap_or(times.pull_s);
    let mut steps = vec![Step::new(
        (0.0, first_end),
        "grill_first",
        "On the grate, untouched",
        &format!("Oil the dry fish and the clean bars. Lay it on, {side} down, and leave it."),
        "It lets go by itself when nudged; if it clings, wait.",
    )];
    if let Some(flip_s) = times.flip_s() {
        steps.push(Step::new(
            (flip_s, times.pull_s),
            "turn",
            "Turn",
            "Slide the slice along the bars and roll it over.",
            "The side has turned opaque upward from the grate.",
        ));
    }
    steps
}
