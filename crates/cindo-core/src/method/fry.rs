//! Deep fat: oil all round, through a coat that boils and foams.

use super::{Programme, Setting, Step, Times};

pub(super) fn programme(setting: &Setting<'_>) -> Programme {
    let row = &setting.catalogue.faces.oil_through_batter;
    setting.surrounded(row.surround(&setting.context()))
}

pub(super) fn steps(_setting: &Setting<'_>, times: &Times) -> Vec<Step> {
    vec![
        Step::new(
            (0.0, 0.5 * times.pull_s),
            "fry",
            "Into the oil",
            "Dry and flour it, dip it in batter, let the extra drip off, and lower it away from you.",
            "It bubbles hard all over and floats.",
        ),
        Step::new(
            (0.5 * times.pull_s, times.pull_s),
            "roll",
            "Roll it over",
            "Turn it in the oil so that both sides colour.",
            "Bubbles fade as the water leaves; the coat is pale gold and sounds hollow.",
        ),
    ]
}
