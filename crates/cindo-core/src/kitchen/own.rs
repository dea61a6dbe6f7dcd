//! A cook's own gear: like one that the catalogue knows, with its own sizes and what is known of its ways.

use std::collections::HashSet;

use serde::{Deserialize, Serialize};

use super::calibration::{Calibration, Eye};
use crate::catalogue::{Catalogue, Gear, GearKind, Support};
use crate::error::{FieldError, Problems};

/// What a kitchen knows that bears on heat, and its habits.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnKitchen {
    /// Gear of one's own; it goes before that of the catalogue, and one of the same id takes its place.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 40))]
    pub gear: Vec<OwnGear>,
    /// How thickness is judged by eye here.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub eye: Option<Eye>,
    /// How far one cook differs from the next here, as a factor on what is usual, 0.2 to 2; 1 when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.2, maximum = 2))]
    pub scatter: Option<f64>,
    /// Id of what a piece stands on here until it is eaten, where it stands free; the usual support when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rest_on: Option<String>,
    /// Id of the way of salting here, where it suits the cut; the method's usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub salting: Option<String>,
}

/// Least and most that cooks of one kitchen differ by, as a factor on what is usual.
const SCATTER: (f64, f64) = (0.2, 2.0);

/// A piece of gear of one's own.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnGear {
    /// Id, 1 to 60 small letters, digits and underscores.
    #[cfg_attr(
        feature = "schema",
        schema(min_length = 1, max_length = 60, pattern = "^[a-z0-9_]+$")
    )]
    pub id: String,
    /// What it is called here, 1 to 60 characters.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 60))]
    pub name: String,
    /// Id of the gear of the catalogue that it is like.
    pub like: String,
    /// Inside length and width, mm, 50 to 1500; those of the other when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(min_items = 2, max_items = 2))]
    pub inside_mm: Option<[f64; 2]>,
    /// Inside height, mm, 10 to 800.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 10, maximum = 800))]
    pub height_mm: Option<f64>,
    /// Mass, kg, 0.2 to 80.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.2, maximum = 80))]
    pub mass_kg: Option<f64>,
    /// Most heat that its burner or element gets into it, W, 100 to 20 000.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 100, maximum = 20_000))]
    pub power_w: Option<f64>,
    /// Where it stands, such as a burner, up to 40 characters.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_length = 40))]
    pub on: Option<String>,
    /// Where its own dial stands for words of a knob: at most 12.
    #[serde(default, skip_serializing_if = "Vec::is_empty")]
    #[cfg_attr(feature = "schema", schema(max_items = 12))]
    pub dial: Vec<DialWord>,
    /// What was learnt of it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub calibration: Option<Calibration>,
}

/// A word of a knob, and what it is on a cook's own dial.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DialWord {
    /// The word, such as `medium-high`, up to 40 characters.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 40))]
    pub knob: String,
    /// What it is here, such as `6`, up to 20 characters.
    #[cfg_attr(feature = "schema", schema(min_length = 1, max_length = 20))]
    pub dial: String,
}

/// Least and most power of gear, W, and mass, kg.
pub(super) const POWER_W: (f64, f64) = (100.0, 20_000.0);
pub(super) const MASS_KG: (f64, f64) = (0.2, 80.0);
/// Most pieces of gear of one's own, and words of a dial.
const MOST_GEAR: usize = 40;
const MOST_WORDS: usize = 12;
/// Longest id, name, place and words, characters.
const LONGEST_NAME: usize = 60;
const LONGEST_KNOB: usize = 40;
const LONGEST_DIAL: usize = 20;

/// A piece of gear to cook on, with what was learnt of it.
#[derive(Debug, Clone, PartialEq)]
pub struct Known {
    /// As the solver needs it.
    pub gear: Gear,
    /// What was learnt of it.
    pub(crate) calibration: Option<Calibration>,
    /// Where it stands.
    pub(crate) on: Option<String>,
    /// Its own dial.
    pub(crate) dial: Vec<DialWord>,
}

impl Known {
    /// One of the catalogue, of which nothing was learnt.
    pub fn of_catalogue(gear: &Gear) -> Self {
        Self { gear: gear.clone(), calibration: None, on: None, dial: Vec::new() }
    }

    /// One of a cook's own, like one that the catalogue knows.
    pub(super) fn own(own: &OwnGear, like: &Gear) -> Self {
        let gear = Gear {
            id: own.id.clone(),
            name: own.name.clone(),
            inside_mm: own.inside_mm.unwrap_or(like.inside_mm),
            height_mm: own.height_mm.unwrap_or(like.height_mm),
            mass_kg: own.mass_kg.unwrap_or(like.mass_kg),
            power_w: own.power_w.unwrap_or(like.power_w),
            ..like.clone()
        };
        Self { gear, calibration: own.calibration, on: own.on.clone(), dial: own.dial.clone() }
    }

    /// Where its own dial stands for a word of a knob.
    pub(crate) fn dial_for(&self, knob: &str) -> Option<&str> {
        self.dial.iter().find(|word| word.knob == knob).map(|word| word.dial.as_str())
    }
}

impl OwnKitchen {
    /// Checks it by itself.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    pub fn check(&self, catalogue: &Catalogue) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        self.known(catalogue, &mut problems);
        problems.finish()
    }

    /// Its thermometer with this id, and how much too high that reads, K; none where it has none.
    pub fn thermometer_k(&self, catalogue: &Catalogue, id: &str) -> Option<f64> {
        let own = self.gear.iter().find(|own| own.id == id)?;
        let is_one = catalogue.gear(&own.like)?.kinds.contains(&GearKind::Thermometer);
        is_one.then(|| own.calibration.map_or(0.0, |known| known.runs_k))
    }

    /// Its gear as the solver needs it.
    pub(crate) fn known(&self, catalogue: &Catalogue, problems: &mut Problems) -> Vec<Known> {
        if let Some(eye) = &self.eye {
            eye.check("kitchen.eye", problems);
        }
        if let Some(scatter) = self.scatter {
            problems.range("kitchen.scatter", scatter, SCATTER.0, SCATTER.1, "");
        }
        if let Some(id) = &self.rest_on {
            let free: Vec<&Support> =
                catalogue.resting.supports.iter().filter(|s| s.stands_free()).collect();
            problems.named("kitchen.rest_on", "a place to stand free", id, &free, |s| &s.id);
        }
        if let Some(id) = &self.salting {
            let ways = &catalogue.saltings;
            problems.named("kitchen.salting", "a way of salting", id, ways, |s| &s.id);
        }
        if !problems.at_most("kitchen.gear", &self.gear, MOST_GEAR) {
            return Vec::new();
        }
        let mut ids = HashSet::new();
        let mut known = Vec::with_capacity(self.gear.len());
        for (place, own) in self.gear.iter().enumerate() {
            let field = |name: &str| format!("kitchen.gear.{place}.{name}");
            let is_id = |c: char| c.is_ascii_lowercase() || c.is_ascii_digit() || c == '_';
            if own.id.is_empty() || own.id.len() > LONGEST_NAME || !own.id.chars().all(is_id) {
                problems
                    .add(&field("id"), "allowed are 1 to 60 small letters, digits and underscores");
            } else if !ids.insert(own.id.as_str()) {
                problems.add(&field("id"), "another piece of gear has it; each id counts once");
            }
            words(&own.name, LONGEST_NAME, &field("name"), problems);
            if let Some(on) = &own.on {
                words(on, LONGEST_KNOB, &field("on"), problems);
            }
            own.check_sizes(&field, problems);
            if problems.at_most(&field("dial"), &own.dial, MOST_WORDS) {
                for (i, word) in own.dial.iter().enumerate() {
                    words(&word.knob, LONGEST_KNOB, &field(&format!("dial.{i}.knob")), problems);
                    words(&word.dial, LONGEST_DIAL, &field(&format!("dial.{i}.dial")), problems);
                }
            }
            if let Some(calibration) = &own.calibration {
                calibration.check(&field("calibration"), problems);
            }
            let like =
                problems.named(&field("like"), "gear", &own.like, &catalogue.gear, |g| &g.id);
            known.extend(like.map(|like| Known::own(own, like)));
        }
        known
    }
}

impl OwnGear {
    fn check_sizes(&self, field: &impl Fn(&str) -> String, problems: &mut Problems) {
        if let Some(inside_mm) = self.inside_mm {
            for mm in inside_mm {
                problems.range(&field("inside_mm"), mm, 50.0, 1500.0, "mm");
            }
        }
        let sizes = [
            ("height_mm", self.height_mm, 10.0, 800.0, "mm"),
            ("mass_kg", self.mass_kg, MASS_KG.0, MASS_KG.1, "kg"),
            ("power_w", self.power_w, POWER_W.0, POWER_W.1, "W"),
        ];
        for (name, value, low, high, unit) in sizes {
            if let Some(value) = value {
                problems.range(&field(name), value, low, high, unit);
            }
        }
    }
}

fn words(text: &str, most: usize, field: &str, problems: &mut Problems) {
    let is_plain = !text.trim().is_empty() && !text.chars().any(char::is_control);
    if !is_plain || text.chars().count() > most {
        problems.add(field, format!("allowed are 1 to {most} characters"));
    }
}
