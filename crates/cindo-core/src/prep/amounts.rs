//! Amounts from geometry: batters, crusts, stock, fat and oil for these pieces, not for "four people".

use serde::Serialize;

use crate::catalogue::{Catalogue, Family, Ingredient, Mixture, Profile, Use};
use crate::plan::Batch;
use crate::say::{GRAMS, MM, fraction, rounded_g};
use crate::setup::Setup;

/// One thing to weigh out.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Portion {
    /// Name.
    pub name: String,
    /// Weight, g.
    pub grams: f64,
    /// In kitchen measures.
    pub measure: String,
}

/// One mixture for these pieces.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Amount {
    /// Id of the mixture, or of what it is.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// All of it, g.
    pub total_g: f64,
    /// What goes in.
    pub parts: Vec<Portion>,
    /// How it is made.
    pub how: String,
    /// What the amount follows from, and why these parts.
    pub why: String,
    /// How long it has to stand, s.
    pub rest_s: f64,
    /// How long it may stand, s.
    pub stands_s: f64,
    /// Allergens in it.
    pub allergens: Vec<String>,
    /// Other formulas for the same thing: id and name.
    pub others: Vec<OtherMixture>,
}

/// Another formula for the same thing.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct OtherMixture {
    /// Id of the mixture.
    pub id: String,
    /// Its name.
    pub name: String,
}

/// Liquid in its vessel.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct VesselFill {
    /// Name of the vessel.
    pub vessel: String,
    /// What is in it: oil or liquid.
    pub liquid: String,
    /// Litres before the fish.
    pub litres: f64,
    /// Level before the fish, mm.
    pub before_mm: f64,
    /// With the fish in it, mm.
    pub after_mm: f64,
    /// Highest safe level, mm.
    pub limit_mm: f64,
    /// Height of the vessel, mm.
    pub height_mm: f64,
}

/// Faces of one piece.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Extent {
    /// All of them, m².
    pub all_m2: f64,
    /// The upper one, m².
    pub top_m2: f64,
}

/// Faces of one piece of this size: a block of the same volume, or an elliptic cylinder.
pub fn extent(section: Profile, thickness_m: f64, width_m: f64, volume_m3: f64) -> Extent {
    match section {
        Profile::Flat => {
            let top_m2 = volume_m3 / thickness_m;
            let edge_m = 2.0 * (width_m + top_m2 / width_m);
            Extent { all_m2: 2.0 * top_m2 + edge_m * thickness_m, top_m2 }
        }
        Profile::Oval => {
            let (a, b) = (0.5 * thickness_m, 0.5 * width_m);
            let across_m2 = std::f64::consts::PI * a * b;
            let length_m = volume_m3 / across_m2;
            // Ramanujan's approximation of an ellipse's circumference.
            let round_m =
                std::f64::consts::PI * (3.0 * (a + b) - ((3.0 * a + b) * (a + 3.0 * b)).sqrt());
            let all_m2 = round_m * length_m + 2.0 * across_m2;
            Extent { all_m2, top_m2: 0.5 * round_m * length_m }
        }
    }
}

/// Depth of the layer under a fish in a salt crust, m (common practice: as thick as the crust).
const CRUST_BED_M: f64 = 0.012;

/// It reaches this far beyond the fish, m.
const CRUST_RIM_M: f64 = 0.02;

/// Sauce a guest, g (our own).
const SAUCE_G: f64 = 50.0;

/// Film of fat in a pan, m: common practice, some 35 g in 25 cm.
const FAT_FILM_M: f64 = 0.0008;

/// What clarifying leaves of butter. Source: butter is 80 to 82 % fat, and some stays with the whey
/// (common practice: three quarters).
pub const CLARIFIED_YIELD: f64 = 0.75;

/// Unpeeled potatoes a serving of chips, g, and what peeling and drying leave (our own).
const POTATO_G: f64 = 210.0;

const PEELED_SHARE: f64 = 0.82;

/// What is wanted beyond the fish.
#[derive(Debug, Clone, Copy, Default)]
pub(crate) struct Wanted<'a> {
    /// Ids of mixtures preferred over the usual ones.
    pub(crate) mixtures: &'a [String],
    /// Guests, for sauces.
    pub(crate) guests: u32,
    /// Servings of chips.
    pub(crate) chips: u32,
    /// Butter sauce.
    pub(crate) sauce: bool,
    /// Clarified butter instead of oil in the pan.
    pub(crate) butter: bool,
}

/// Everything to weigh out for a plan. `count` is all pieces, in however many batches.
pub(crate) fn amounts(
    setup: &Setup<'_>,
    count: u32,
    batch: &Batch,
    wanted: &Wanted<'_>,
) -> Vec<Amount> {
    let catalogue = setup.bench.catalogue;
    let pieces = f64::from(count);
    let extent = extent(setup.cut.section, setup.thickness_m, setup.width_m, setup.volume_m3());
    let coat_m = setup.coating.thickness_mm / 1000.0;
    let mut list = Vec::new();
    if let Some((mixture, others)) =
        mixture_for(catalogue, &setup.coating.id, wanted.mixtures, Use::goes_on_fish)
    {
        let (on_m3, what) = match mixture.purpose {
            Use::Topping => (extent.top_m2 * coat_m, "the upper face"),
            Use::SaltCrust => {
                let bed_m2 =
                    (setup.length_m + 2.0 * CRUST_RIM_M) * (setup.width_m + 2.0 * CRUST_RIM_M);
                (extent.all_m2 * coat_m + bed_m2 * CRUST_BED_M, "all round and a bed as deep")
            }
            Use::Coat | Use::Stock | Use::Sauce => (extent.all_m2 * coat_m, "all faces"),
        };
        let area_m2 = if mixture.purpose == Use::Topping { extent.top_m2 } else { extent.all_m2 };
        let on_fish_g = pieces * on_m3 * 1e6 * mixture.g_ml * (1.0 + mixture.spare);
        let fish_g = pieces * 1000.0 * setup.weight_kg;
        let to_dip_g = (mixture.per_fish * fish_g).max(mixture.least_g);
        let grams = on_fish_g.max(to_dip_g);
        let area_cm2 = pieces * area_m2 * 1e4;
        let rule = if mixture.lies_in {
            "as much as they need to lie in, and a part to keep back".to_owned()
        } else if to_dip_g > on_fish_g && mixture.purpose == Use::Topping {
            format!("as thick as it holds, for {fish_g:.0}{GRAMS} of fish")
        } else if to_dip_g > on_fish_g {
            format!("and deep enough to dip {fish_g:.0}{GRAMS} of fish; what is left over goes")
        } else {
            format!(
                "{}{MM} deep; {:.0} % more stays in the bowl or drips",
                setup.coating.thickness_mm,
                100.0 * mixture.spare
            )
        };
        let why = format!("{area_cm2:.0} cm² ({what}), {rule}. {}", mixture.reason);
        list.push(weighed(catalogue, mixture, grams, why, others));
    }
    let stock = mixture_for(catalogue, &setup.method.id, wanted.mixtures, |p| p == Use::Stock);
    if let (Some((mixture, others)), Some(litres)) = (stock, setup.fill_l()) {
        let grams = 1000.0 * litres * mixture.g_ml * (1.0 + mixture.spare);
        let vessel = batch.gear.first().map_or("vessel", String::as_str);
        let why = match setup.method.fill.and_then(|f| f.share) {
            Some(_) => {
                format!("Fills the {vessel} so that the fish is covered. {}", mixture.reason)
            }
            None => format!(
                "Reaches half way up the fish in the {vessel}, fish allowed for. {}",
                mixture.reason
            ),
        };
        list.push(weighed(catalogue, mixture, grams, why, others));
    }
    if let Some(vessel) = setup.vessel()
        && setup.method.family == Family::Pan
    {
        let fat_g = vessel.area_m2() * FAT_FILM_M * 1e6 * 0.92;
        list.push(pan_fat(catalogue, fat_g, &vessel.name, wanted.butter));
    }
    if wanted.sauce
        && let Some((mixture, others)) = sauce(catalogue, wanted.mixtures)
    {
        let why = format!("{SAUCE_G:.0}{GRAMS} a guest. {}", mixture.reason);
        let grams = SAUCE_G * f64::from(wanted.guests) * (1.0 + mixture.spare);
        list.push(weighed(catalogue, mixture, grams, why, others));
    }
    if wanted.chips > 0 {
        list.push(chips(catalogue, wanted.chips));
    }
    list
}

/// The mixture for a coat or method: one that was asked for, or the first that serves it, and others.
pub(crate) fn mixture_for<'a>(
    catalogue: &'a Catalogue,
    serves: &str,
    preferred: &[String],
    suits: impl Fn(Use) -> bool,
) -> Option<(&'a Mixture, Vec<OtherMixture>)> {
    let fitting: Vec<&Mixture> = catalogue
        .mixtures
        .iter()
        .filter(|m| suits(m.purpose) && m.serves.iter().any(|id| id == serves))
        .collect();
    pick(&fitting, preferred)
}

fn sauce<'a>(
    catalogue: &'a Catalogue,
    preferred: &[String],
) -> Option<(&'a Mixture, Vec<OtherMixture>)> {
    let fitting: Vec<&Mixture> =
        catalogue.mixtures.iter().filter(|m| m.purpose == Use::Sauce).collect();
    pick(&fitting, preferred)
}

fn pick<'a>(
    fitting: &[&'a Mixture],
    preferred: &[String],
) -> Option<(&'a Mixture, Vec<OtherMixture>)> {
    let wanted = fitting.iter().find(|m| preferred.contains(&m.id));
    let mixture = wanted.or(fitting.first()).copied()?;
    let others = fitting.iter().filter(|m| m.id != mixture.id);
    let others = others.map(|m| OtherMixture { id: m.id.clone(), name: m.name.clone() }).collect();
    Some((mixture, others))
}

fn weighed(
    catalogue: &Catalogue,
    mixture: &Mixture,
    total_g: f64,
    why: String,
    others: Vec<OtherMixture>,
) -> Amount {
    let sum: f64 = mixture.parts.iter().map(|p| p.parts).sum();
    let mut allergens = Vec::new();
    let parts = mixture.parts.iter().filter_map(|part| {
        let ingredient = catalogue.ingredient(&part.ingredient)?;
        allergens.extend(ingredient.allergens.iter().cloned());
        Some(ingredient.portion(total_g * part.parts / sum))
    });
    let parts: Vec<Portion> = parts.collect();
    allergens.sort();
    allergens.dedup();
    Amount {
        id: mixture.id.clone(),
        name: mixture.name.clone(),
        total_g: rounded_g(total_g),
        parts,
        how: mixture.how.clone(),
        why,
        rest_s: mixture.rest_s,
        stands_s: mixture.stands_s,
        allergens,
        others,
    }
}

/// A thing of its own, not a mixture.
fn single(
    catalogue: &Catalogue,
    ingredient: &str,
    grams: f64,
    words: (&str, &str, &str, String),
) -> Amount {
    let (id, name, how, why) = words;
    let part = catalogue.ingredient(ingredient);
    Amount {
        id: id.to_owned(),
        name: name.to_owned(),
        total_g: rounded_g(grams),
        parts: part.iter().map(|i| i.portion(grams)).collect(),
        how: how.to_owned(),
        why,
        rest_s: 0.0,
        stands_s: f64::from(7 * 86_400),
        allergens: part.map(|i| i.allergens.clone()).unwrap_or_default(),
        others: Vec::new(),
    }
}

fn pan_fat(catalogue: &Catalogue, fat_g: f64, vessel: &str, butter: bool) -> Amount {
    let film = format!("A film of {:.1}{MM} over the {vessel}", 1000.0 * FAT_FILM_M);
    if butter {
        let words = (
            "pan_butter",
            "clarified butter for the pan",
            "Melt slowly, skim, pour off the clear fat and leave the whey behind.",
            format!("{film}; {fat_g:.0}{GRAMS} clarified, and butter yields three quarters of it."),
        );
        return single(catalogue, "butter", fat_g / CLARIFIED_YIELD, words);
    }
    let words = ("pan_oil", "oil for the pan", "In when the pan is hot.", format!("{film}."));
    single(catalogue, "oil", fat_g, words)
}

fn chips(catalogue: &Catalogue, servings: u32) -> Amount {
    let words = (
        "chips",
        "chips",
        "Cut as thick as a finger, simmer 5 min, dry an hour in a barely warm oven. Fry at 140\u{a0}°C until pale, cool, fry at 190\u{a0}°C until gold; two batches.",
        format!(
            "{servings} servings; peeling and drying leave {:.0} % of the weight.",
            100.0 * PEELED_SHARE
        ),
    );
    single(catalogue, "potato", POTATO_G * f64::from(servings), words)
}

impl Ingredient {
    fn portion(&self, grams: f64) -> Portion {
        Portion { name: self.name.clone(), grams: rounded_g(grams), measure: self.measure(grams) }
    }

    /// In kitchen measures: pieces, spoons of 5 and 15 ml, cups of 240 ml, litres.
    pub fn measure(&self, grams: f64) -> String {
        if let Some(piece_g) = self.piece_g {
            let halves = (2.0 * grams / piece_g).round().max(1.0);
            return fraction(0.5 * halves);
        }
        let ml = grams / self.g_ml;
        match ml {
            ml if ml < 0.9 => "a pinch".to_owned(),
            ml if ml < 14.0 => format!("{} tsp", fraction((ml / 1.25).round() * 0.25)),
            ml if ml < 75.0 => format!("{} tbsp", fraction((ml / 7.5).round() * 0.5)),
            ml if ml < 1500.0 => {
                let cups = (ml / 60.0).round() * 0.25;
                format!("{} {}", fraction(cups), if cups > 1.0 { "cups" } else { "cup" })
            }
            ml => format!("{:.1} l", ml / 1000.0),
        }
    }
}

/// Liquid in the first vessel of a plan.
pub(crate) fn vessel_fill(setup: &Setup<'_>, batch: &Batch) -> Option<VesselFill> {
    let vessel = setup.vessel()?;
    let litres = setup.fill_l()?;
    let liquid = match setup.method.fill?.liquid {
        crate::catalogue::Liquid::Oil => "oil",
        crate::catalogue::Liquid::Water => "liquid",
    };
    Some(VesselFill {
        vessel: vessel.name.clone(),
        liquid: liquid.to_owned(),
        litres: (litres * 20.0).round() / 20.0,
        before_mm: (litres / vessel.area_m2()).round(),
        after_mm: batch.level_mm?,
        limit_mm: batch.level_limit_mm?,
        height_mm: vessel.height_mm,
    })
}

#[cfg(test)]
mod tests {
    use super::*;

    /// By hand: a block of 100 × 50 × 20 mm has 160 cm² of faces; a cylinder of 20 mm, 100 mm long,
    /// π · 2 · 10 + 2 · π · 1 = 69.1 cm².
    #[test]
    fn faces_are_those_of_the_solid() {
        let block = extent(Profile::Flat, 0.02, 0.05, 0.1 * 0.05 * 0.02);
        assert!((block.all_m2 - 160e-4).abs() < 1e-9 && (block.top_m2 - 50e-4).abs() < 1e-9);
        let volume = std::f64::consts::PI * 1e-4 * 0.1;
        let rod = extent(Profile::Oval, 0.02, 0.02, volume);
        assert!((rod.all_m2 - 69.115e-4).abs() < 1e-7, "{}", rod.all_m2);
    }

    /// Spoons by hand: 5 g of baking soda are 5.4 ml, a teaspoon; 53 g of flour are 100 ml.
    #[test]
    fn kitchen_measures_are_what_a_cook_would_take() {
        let catalogue = Catalogue::embedded().unwrap();
        let measure = |id: &str, g: f64| catalogue.ingredient(id).unwrap().measure(g);
        assert_eq!(measure("soda", 5.0), "1 tsp");
        assert_eq!(measure("soda", 0.5), "a pinch");
        assert_eq!(measure("flour", 53.0), "½ cup");
        assert_eq!(measure("lemon", 30.0), "2 tbsp");
        assert_eq!(measure("egg", 75.0), "1½");
        assert_eq!(measure("water", 2500.0), "2.5 l");
        assert_eq!(measure("white", 5.0), "½", "never none");
    }
}
