//! Liquid and steam: the medium reaches all round at once.

use super::{Family, Programme, Setting, Step, Times};

pub(super) fn programme(setting: &Setting<'_>) -> Programme {
    let faces = &setting.catalogue.faces;
    let row =
        if setting.method.family == Family::Steam { &faces.steam } else { &faces.poaching_liquid };
    setting.surrounded(row.surround(&setting.context()))
}

pub(super) fn steps(setting: &Setting<'_>, times: &Times) -> Vec<Step> {
    let (action, title, detail, cue) = if setting.method.family == Family::Steam {
        (
            "steam",
            "Into full steam, lid on",
            "Set it on the oiled rack, clear of the water, and put the lid on at once.",
            "Near the end: the thickest part is opaque and just parts from the bone or into flakes.",
        )
    } else {
        (
            "poach",
            "Into the liquid",
            "Lower it in so that the liquid covers it; keep the liquid below a simmer.",
            "Near the end: it firms up, the surface is opaque, a skewer slides in with a little grip.",
        )
    };
    vec![Step::new((0.0, times.pull_s), action, title, detail, cue)]
}
