//! The next time: what earlier cooks of the same kind of thing say about a plan.

use cindo_heat::bounded::Bounded;
use serde::{Deserialize, Serialize};

use super::evidence::{Evidence, Slopes};
use crate::kitchen::{Calibration, OwnKitchen};
use crate::say::clock;

/// What earlier cooks say about a plan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct NextTime {
    /// So much later it should come out, s; negative is earlier.
    pub later_s: f64,
    /// Give this as the plan's `film_factor`, and it does.
    pub film_factor: f64,
    /// In a line.
    pub line: String,
    /// Cooks that it rests on.
    #[cfg_attr(feature = "schema", schema(minimum = 0))]
    pub cooks: usize,
}

/// Pieces of one kind may want this share of the time more or less than the solver has it, the kitchen's ways
/// allowed for: habit, taste, what a kind of fish does (a modelling choice).
const USUAL_SHARE: f64 = 0.12;
/// Less than this is not worth a word: s, and standard deviations of itself.
const WORTH_S: f64 = 8.0;
const WORTH_SD: f64 = 0.25;
/// It changes the heat by no more than this.
const FACTORS: (f64, f64) = (0.7, 1.4);

/// What cooks of the same kind of thing, the latest first, say about a plan whose pull is `pull_s`; none where
/// they say nothing that counts.
pub fn next_time(
    earlier: &[Evidence],
    kitchen: Option<&OwnKitchen>,
    gear: &str,
    (slopes, pull_s): (&Slopes, f64),
) -> Option<NextTime> {
    let now = kitchen.and_then(|own| own.gear.iter().find(|g| g.id == gear)?.calibration);
    let now = now.unwrap_or(Calibration::USUAL);
    let scatter = kitchen.and_then(|own| own.scatter).unwrap_or(1.0);
    let eye_mm = kitchen.and_then(|own| own.eye).map_or(0.0, |eye| eye.thicker_mm);
    let (mut weights, mut sum) = ((USUAL_SHARE * pull_s).powi(-2), 0.0);
    for cook in earlier {
        let known = if cook.gear == gear { now } else { cook.then };
        let weight = cook.noise_s(scatter).powi(-2);
        weights += weight;
        sum += weight * cook.left_s(&known, eye_mm);
    }
    let (later_s, sd_s) = (sum / weights, weights.powf(-0.5));
    // A piece that takes heat no better when its film does cannot be mended that way.
    let counts = later_s.abs() > WORTH_S && later_s.abs() > WORTH_SD * sd_s && slopes.film_s < -1.0;
    let film_factor = (1.0 + later_s / slopes.film_s).bounded(FACTORS.0, FACTORS.1);
    counts.then(|| {
        let cooks = earlier.len();
        let way = if later_s > 0.0 { ("under", "more") } else { ("over", "less") };
        let from = if cooks == 1 { "one cook".to_owned() } else { format!("{cooks} cooks") };
        NextTime {
            later_s: later_s.round(),
            film_factor,
            line: format!("Last time {}: {} {}, from {from}.", way.0, clock(later_s.abs()), way.1),
            cooks,
        }
    })
}
