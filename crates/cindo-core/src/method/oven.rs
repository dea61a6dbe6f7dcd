//! Oven: air and glowing walls all round.

use super::{Programme, Setting, Step, Times};

pub(super) fn programme(setting: &Setting<'_>) -> Programme {
    let row = &setting.catalogue.faces.still_oven;
    setting.surrounded(row.surround(&setting.context()))
}

pub(super) fn steps(setting: &Setting<'_>, times: &Times) -> Vec<Step> {
    let down = if setting.skin && !setting.cut.on_the_bone { ", skin side down" } else { "" };
    vec![Step::new(
        (0.0, times.pull_s),
        "roast",
        "Into the hot oven",
        &format!("Oil it, set it on an oiled tray{down}, middle shelf, and shut the door."),
        "Near the end: flakes begin to part when pressed; a thin skewer slides in with a little grip.",
    )]
}
