//! What a cook's own kitchen makes of a plan, in words.

use crate::catalogue::Control;
use crate::kitchen::{Calibration, DIAL_C};
use crate::say::{CELSIUS, DEGREES, MM, sentence};
use crate::setup::Setup;

/// Less than this is not worth a word: K, share of a film, mm.
const WORTH_K: f64 = 2.0;
const WORTH_FILM: f64 = 0.04;
const WORTH_MM: f64 = 0.4;

/// Where the cook's own dial stands: what it has to say so that the heat is right, or its own mark for
/// the knob's word.
pub(super) fn own_dial(setup: &Setup<'_>) -> Option<String> {
    let known = setup.heated()?;
    if known.gear.control == Some(Control::Thermostat) {
        let off_k = known.calibration?.runs_at_k(setup.said_c());
        return (off_k.abs() >= WORTH_K).then(|| format!("{:.0}{CELSIUS}", setup.said_c() - off_k));
    }
    let look = setup.look()?;
    known.dial_for(&look.knob).map(str::to_owned)
}

/// What is known of the gear and the eye behind a plan, in one line; none where that is as usual.
pub(super) fn own_ways(setup: &Setup<'_>) -> Option<String> {
    let known = setup.heated()?;
    let name = &known.gear.name;
    let mut said = Vec::new();
    if let Some(calibration) = &known.calibration {
        let ways = ways(calibration, setup.method.range_c.is_some());
        if !ways.is_empty() {
            said.push(format!("{name} {} ({})", ways.join(" and "), rests_on(calibration)));
        }
    }
    if let Some(eye) = setup.eye.filter(|eye| eye.thicker_mm.abs() >= WORTH_MM) {
        let way = if eye.thicker_mm > 0.0 { "thicker" } else { "thinner" };
        said.push(format!(
            "pieces here are {:.1}{MM} {way} than they are judged to be",
            eye.thicker_mm.abs()
        ));
    }
    (!said.is_empty()).then(|| sentence(&said.join("; ")))
}

/// What was learnt of a piece of gear, in words.
pub(crate) fn ways(calibration: &Calibration, has_heat: bool) -> Vec<String> {
    let mut ways = Vec::new();
    let slope_k = calibration.slope_k;
    let is_straight = slope_k.abs() < WORTH_K;
    if has_heat && (calibration.runs_k.abs() >= WORTH_K || !is_straight) {
        let way = if calibration.runs_k > 0.0 { "hot" } else { "cool" };
        let at = if is_straight { String::new() } else { format!(" at {DIAL_C:.0}{CELSIUS}") };
        ways.push(format!(
            "runs {:.0}{DEGREES} {way}{at}, ±{:.0}{DEGREES}",
            calibration.runs_k.abs(),
            calibration.runs_sd_k.max(1.0)
        ));
    }
    if has_heat && !is_straight {
        let way = if slope_k > 0.0 { "hotter" } else { "cooler" };
        ways.push(format!("{:.0}{DEGREES} {way} for every 100{DEGREES} more", slope_k.abs()));
    }
    let more = calibration.film_factor - 1.0;
    if more.abs() >= WORTH_FILM {
        let way = if more > 0.0 { "more" } else { "less" };
        ways.push(format!("gives the fish {:.0} % {way} heat than usual", 100.0 * more.abs()));
    }
    ways
}

/// What a calibration rests on, in words.
fn rests_on(calibration: &Calibration) -> String {
    let count = |n: u32, one: &str, many: &str| match n {
        1 => format!("1 {one}"),
        n => format!("{n} {many}"),
    };
    let cooks = count(calibration.cooks, "cook", "cooks");
    let checks = count(calibration.checks, "check", "checks");
    match (calibration.cooks, calibration.checks) {
        (0, 0) => "as entered".to_owned(),
        (_, 0) => format!("from {cooks}"),
        (0, _) => format!("from {checks}"),
        _ => format!("from {cooks} and {checks}"),
    }
}
