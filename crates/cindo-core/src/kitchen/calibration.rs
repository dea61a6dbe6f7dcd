//! What was learnt of a kitchen: how far a dial is off, how well a pan takes heat to the fish, how an eye
//! judges thickness; each with how far that may still be off.

use serde::{Deserialize, Serialize};

use crate::error::Problems;

/// What was learnt of a piece of gear.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Calibration {
    /// How much hotter it is than its dial or its looks say at [`DIAL_C`], K, −60 to 60; negative runs cool.
    #[cfg_attr(feature = "schema", schema(minimum = -60, maximum = 60))]
    pub runs_k: f64,
    /// How far that may be off, K (one standard deviation), 0 to 30.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 30))]
    pub runs_sd_k: f64,
    /// How much more of that for every 100 K over [`DIAL_C`], K, −40 to 40: a dial that is off by a share.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -40, maximum = 40))]
    pub slope_k: f64,
    /// How far that may be off, K (one standard deviation), 0 to 20.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 20))]
    pub slope_sd_k: f64,
    /// Film coefficient as a factor on the usual one, 0.4 to 2.5: how well it gives its heat to the fish.
    #[cfg_attr(feature = "schema", schema(minimum = 0.4, maximum = 2.5))]
    pub film_factor: f64,
    /// How far that may be off (one standard deviation), 0 to 0.5.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 0.5))]
    pub film_sd: f64,
    /// Correlations, −1 to 1: of heat with film, of eye with heat, of eye with film.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(min_items = 3, max_items = 3))]
    pub together: [f64; 3],
    /// Cooks that it rests on.
    #[serde(default)]
    pub cooks: u32,
    /// Checks that it rests on.
    #[serde(default)]
    pub checks: u32,
}

/// Where a dial's one figure holds, °C: a middling oven.
pub const DIAL_C: f64 = 180.0;

/// How far a dial stands over that, in hundreds of K.
pub(crate) fn over_dial(dial_c: f64) -> f64 {
    (dial_c - DIAL_C) / 100.0
}

/// Dials differ in how much more they are off for every 100 K by so much, K (one standard deviation; a modelling
/// choice: a few hundredths of what they say).
pub(crate) const SLOPE_K: f64 = 6.0;

/// How thickness is judged by eye.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Eye {
    /// How much thicker pieces are than they are thought to be, mm, −8 to 8.
    #[cfg_attr(feature = "schema", schema(minimum = -8, maximum = 8))]
    pub thicker_mm: f64,
    /// How far that may be off, mm (one standard deviation), 0 to 4.
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 4))]
    pub sd_mm: f64,
}

/// Most cooks or checks that one rests on.
const MOST_COUNTED: f64 = 1e6;

impl Calibration {
    /// Nothing learnt: what is usual, and how far gear of one kind differs from the usual.
    pub const USUAL: Self = Self {
        runs_k: 0.0,
        runs_sd_k: BETWEEN.medium_k,
        slope_k: 0.0,
        slope_sd_k: 0.0,
        film_factor: 1.0,
        film_sd: BETWEEN.film_share,
        together: [0.0; 3],
        cooks: 0,
        checks: 0,
    };

    /// How much hotter it is than it says where it says so much, K.
    pub fn runs_at_k(&self, dial_c: f64) -> f64 {
        self.runs_k + self.slope_k * over_dial(dial_c)
    }

    /// How far that may be off, K.
    pub(crate) fn runs_sd_at_k(&self, dial_c: f64) -> f64 {
        self.runs_sd_k.hypot(self.slope_sd_k * over_dial(dial_c))
    }

    pub(super) fn check(&self, field: &str, problems: &mut Problems) {
        let at = |name: &str| format!("{field}.{name}");
        problems.range(&at("slope_k"), self.slope_k, -40.0, 40.0, "K");
        problems.range(&at("slope_sd_k"), self.slope_sd_k, 0.0, 20.0, "K");
        problems.range(&at("runs_k"), self.runs_k, -60.0, 60.0, "K");
        problems.range(&at("runs_sd_k"), self.runs_sd_k, 0.0, 30.0, "K");
        problems.range(&at("film_factor"), self.film_factor, 0.4, 2.5, "");
        problems.range(&at("film_sd"), self.film_sd, 0.0, 0.5, "");
        for (name, count) in [("cooks", self.cooks), ("checks", self.checks)] {
            problems.range(&at(name), f64::from(count), 0.0, MOST_COUNTED, "");
        }
        for r in self.together {
            problems.range(&at("together"), r, -1.0, 1.0, "");
        }
    }
}

impl Eye {
    /// Nothing learnt.
    pub const USUAL: Self = Self { thicker_mm: 0.0, sd_mm: BETWEEN.thickness_mm };

    pub(super) fn check(&self, field: &str, problems: &mut Problems) {
        problems.range(&format!("{field}.thicker_mm"), self.thicker_mm, -8.0, 8.0, "mm");
        problems.range(&format!("{field}.sd_mm"), self.sd_mm, 0.0, 4.0, "mm");
    }
}

/// How far something differs (one standard deviation each).
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Scatter {
    /// Thickness by eye, mm.
    pub(crate) thickness_mm: f64,
    /// Film coefficient, share.
    pub(crate) film_share: f64,
    /// Heat, K.
    pub(crate) medium_k: f64,
}

/// From one kitchen to the next: what cooks and checks can find out. With [`WITHIN`] in quadrature it is the
/// whole of what plans allow for (2 mm, 20 %, 10 K: common practice); the split is a modelling choice.
pub(crate) const BETWEEN: Scatter = Scatter { thickness_mm: 1.6, film_share: 0.17, medium_k: 8.7 };

/// From one cook to the next in the same kitchen: what stays unknown however many there are.
pub(crate) const WITHIN: Scatter =
    Scatter { thickness_mm: 1.2, film_share: 0.105_357, medium_k: 4.930_5 };
