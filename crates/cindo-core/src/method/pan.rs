//! Pan: contact through a film of fat, hot at first, then turned down.

use super::{Programme, Setting, Step, Times};
use crate::solver::Reservoir;

/// How long a pan takes to fall to its lower setting, s (modelling choice until pans have mass).
const FALL_S: f64 = 60.0;
/// Pressing at the start, s.
const PRESS_S: f64 = 10.0;

pub(super) fn programme(setting: &Setting<'_>) -> Programme {
    let faces = &setting.catalogue.faces;
    let context = setting.context();
    let method = setting.method;
    let low_c = (setting.medium_c - method.turn_down_k).max(method.floor_c.min(setting.medium_c));
    let hot_s = method.hot_s;
    let turns_down = low_c < setting.medium_c - 1.0;
    let reservoir = if turns_down {
        Reservoir::Course(vec![(hot_s, setting.medium_c), (hot_s + FALL_S, low_c)])
    } else {
        Reservoir::Held(setting.medium_c)
    };
    let mut programme = setting.one_sided(
        faces.pan_contact.surround(&context),
        faces.above_open_pan.surround(&context),
        reservoir,
    );
    programme.turn_down = turns_down.then_some((hot_s, low_c));
    programme
}

pub(super) fn steps(setting: &Setting<'_>, times: &Times) -> Vec<Step> {
    let side = setting.first_side();
    let first_end = times.flip_s().unwrap_or(times.pull_s);
    let mut steps = vec![Step::new(
        (0.0, PRESS_S.min(first_end)),
        "press",
        "In, and press",
        &format!(
            "Dry the fish well. Lay it in away from you, {side} down, and press it flat for 10 seconds."
        ),
        "A lively sizzle at once, all along the edge.",
    )];
    let programme = setting.programme();
    let action = if setting.skin { "sear_skin" } else { "sear_first" };
    let mut from = PRESS_S.min(first_end);
    if let (Some((down_s, _)), Some(knob)) = (programme.turn_down, &setting.method.turned_down)
        && down_s < times.pull_s - 15.0
    {
        let until = down_s.min(first_end);
        steps.push(Step::new(
            (from, until),
            action,
            "Leave it alone",
            "Do not move it while the crust forms.",
            "It lets go of the pan by itself when nudged.",
        ));
        steps.push(Step::new(
            (down_s, first_end.max(down_s)),
            "turn_down",
            &format!("Heat down to {knob}"),
            "The crust is started; now the middle needs time, not more heat.",
            "The sizzle goes from lively to gentle.",
        ));
        from = first_end;
    }
    if from < first_end {
        steps.push(Step::new(
            (from, first_end),
            action,
            "Leave it alone",
            "Do not move it while the crust forms.",
            "It lets go of the pan by itself when nudged.",
        ));
    }
    if let Some(flip_s) = times.flip_s() {
        if times.turns_s.len() > 1 {
            steps.push(Step::new(
                (flip_s, times.pull_s),
                "turn_often",
                "Turn every half minute",
                "Slide the slice under the whole piece each time.",
                "Both sides colour evenly.",
            ));
        } else {
            let next = if setting.skin { "Turn, flesh side down" } else { "Turn once" };
            steps.push(Step::new(
                (flip_s, times.pull_s),
                "turn",
                next,
                "Slide the slice under the whole piece and turn it away from you.",
                "The side has turned opaque upward from the pan; a thin skewer still meets some grip.",
            ));
        }
    }
    steps.sort_by(|a, b| a.start_s.total_cmp(&b.start_s));
    steps
}
