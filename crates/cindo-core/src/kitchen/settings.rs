//! A kitchen as its cooks keep it: gear, habits, guests. What every device agrees on.

use serde::{Deserialize, Serialize};

use super::calibration::Eye;
use super::own::{Known, OwnGear, OwnKitchen};
use crate::catalogue::{Catalogue, Gear};
use crate::error::{FieldError, Problems};

/// Doneness that is offered first.
#[derive(Debug, Clone, Copy, Default, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum House {
    /// As kitchens do.
    #[default]
    Kitchen,
    /// By the book.
    Book,
}

/// A fat at hand.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnOil {
    /// Id of the fat.
    pub oil: String,
    /// Times it was fried in since it was fresh, 0 to 200.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 200))]
    pub uses: u32,
}

/// Lowest and highest altitude of a kitchen, m: the Dead Sea shore to the highest towns.
pub const ALTITUDE_RANGE_M: (f64, f64) = (-430.0, 5500.0);

/// A kitchen as its cooks keep it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Kitchen {
    /// What it is called, up to 60 characters.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_length = 60))]
    pub name: String,
    /// Height above sea level, m, −430 to 5500.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -430, maximum = 5500))]
    pub altitude_m: f64,
    /// Doneness that is offered first.
    #[serde(default)]
    pub house: House,
    /// Guests at risk eat here tonight: every plan by the book, and some fish not at all.
    #[serde(default)]
    pub at_risk: bool,
    /// From the pull until it is eaten here, s, 0 to 1800; the usual rest of each piece when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 1800))]
    pub rest_s: Option<f64>,
    /// Id of what a piece stands on here until then, where it stands free; the usual support when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub rest_on: Option<String>,
    /// Id of the way of salting here, where it suits the cut; the method's usual one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub salting: Option<String>,
    /// A portion of fillet, g, 60 to 500.
    #[serde(default = "portion_g")]
    #[cfg_attr(feature = "schema", schema(minimum = 60, maximum = 500))]
    pub portion_g: f64,
    /// Ids of the gear at hand, the first of a kind being the one that is taken; everything when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(max_items = 100))]
    pub at_hand: Option<Vec<String>>,
    /// Gear of one's own.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 40))]
    pub gear: Vec<OwnGear>,
    /// Ids of gear whose calibration stays as it is whatever is cooked.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 40))]
    pub frozen: Vec<String>,
    /// Fats at hand, the one that is taken first.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 20))]
    pub oils: Vec<OwnOil>,
    /// Allergens of tonight's guests.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(max_items = 20))]
    pub allergens: Vec<String>,
    /// How thickness is judged by eye here.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub eye: Option<Eye>,
    /// How far one cook differs from the next here, as a factor on what is usual, 0.2 to 2.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 0.2, maximum = 2))]
    pub scatter: Option<f64>,
}

/// A portion of fillet, g, where nobody says (common practice: 170 to 225).
fn portion_g() -> f64 {
    170.0
}

impl Default for Kitchen {
    fn default() -> Self {
        Self {
            name: String::new(),
            altitude_m: 0.0,
            house: House::Kitchen,
            at_risk: false,
            rest_s: None,
            rest_on: None,
            salting: None,
            portion_g: portion_g(),
            at_hand: None,
            gear: Vec::new(),
            frozen: Vec::new(),
            oils: Vec::new(),
            allergens: Vec::new(),
            eye: None,
            scatter: None,
        }
    }
}

/// Longest lists, and longest name of an allergen, characters.
const MOST_AT_HAND: usize = 100;
const MOST_FROZEN: usize = 40;
const MOST_OILS: usize = 20;
const MOST_ALLERGENS: usize = 20;
const LONGEST_ALLERGEN: usize = 30;
const LONGEST_NAME: usize = 60;
/// Most times that a fat or a stock was cooked in.
pub const MOST_USES: u32 = 200;

impl Kitchen {
    /// What bears on a plan; none where nothing is known but the usual.
    pub fn own(&self) -> Option<OwnKitchen> {
        let own = OwnKitchen {
            gear: self.gear.clone(),
            eye: self.eye,
            scatter: self.scatter,
            rest_on: self.rest_on.clone(),
            salting: self.salting.clone(),
        };
        (own != OwnKitchen::default()).then_some(own)
    }

    /// Gear by its id as it stands here: its own sizes where they are known, else as the catalogue has it.
    pub fn gear_of(&self, catalogue: &Catalogue, id: &str) -> Option<Gear> {
        match self.gear.iter().find(|own| own.id == id) {
            Some(own) => Some(Known::own(own, catalogue.gear(&own.like)?).gear),
            None => catalogue.gear(id).cloned(),
        }
    }

    /// Checks it. `altitude_m` and the rest have the ranges of a plan's.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    pub fn check(&self, catalogue: &Catalogue) -> Result<(), Vec<FieldError>> {
        let mut problems = Problems::new();
        if self.name.chars().count() > LONGEST_NAME || self.name.chars().any(char::is_control) {
            problems.add("name", format!("allowed are up to {LONGEST_NAME} characters"));
        }
        let (low_m, high_m) = ALTITUDE_RANGE_M;
        problems.range("altitude_m", self.altitude_m, low_m, high_m, "m");
        if let Some(rest_s) = self.rest_s {
            problems.range("rest_s", rest_s, 0.0, 1800.0, "s");
        }
        problems.range("portion_g", self.portion_g, 60.0, 500.0, "g");
        let known = self.own().unwrap_or_default().check(catalogue).map_err(|errors| {
            let plain = |e: FieldError| FieldError {
                field: e.field.strip_prefix("kitchen.").unwrap_or(&e.field).to_owned(),
                ..e
            };
            errors.into_iter().map(plain).collect()
        });
        problems.absorb(known);
        let is_known =
            |id: &str| self.gear.iter().any(|gear| gear.id == id) || catalogue.gear(id).is_some();
        let lists = [
            ("at_hand", self.at_hand.as_deref().unwrap_or_default(), MOST_AT_HAND),
            ("frozen", &self.frozen, MOST_FROZEN),
        ];
        for (field, list, most) in lists {
            if !problems.at_most(field, list, most) {
                continue;
            }
            for (place, id) in list.iter().enumerate().filter(|(_, id)| !is_known(id)) {
                problems.add(
                    &format!("{field}.{place}"),
                    format!("{} is no gear of this kitchen", crate::say::quoted(id)),
                );
            }
        }
        if problems.at_most("oils", &self.oils, MOST_OILS) {
            for (place, own) in self.oils.iter().enumerate() {
                let field = format!("oils.{place}.oil");
                problems.named(&field, "a fat", &own.oil, &catalogue.oils, |oil| &oil.id);
                if own.uses > MOST_USES {
                    let field = format!("oils.{place}.uses");
                    problems.add(&field, format!("allowed are 0 to {MOST_USES}"));
                }
            }
        }
        if problems.at_most("allergens", &self.allergens, MOST_ALLERGENS) {
            for (place, allergen) in self.allergens.iter().enumerate() {
                if !(1..=LONGEST_ALLERGEN).contains(&allergen.chars().count()) {
                    problems.add(
                        &format!("allergens.{place}"),
                        format!("allowed are 1 to {LONGEST_ALLERGEN} characters"),
                    );
                }
            }
        }
        problems.finish()
    }
}
