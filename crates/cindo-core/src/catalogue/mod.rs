//! What the core knows: fish, cuts, methods, faces, doneness and cautions, from `data/*.toml`.

mod build;
mod caution;
mod check;
mod coating;
mod cue;
mod face_row;
mod fish;
mod gear;
mod method;
mod mixture;
mod other_heat;
mod rescue;
mod resting;
mod salting;
mod side;
mod sign;
mod task;

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

pub use build::{Build, State};
pub use caution::{Caution, Rule};
pub use check::{AskedFor, CheckAsk, CheckRow};
pub use coating::Coating;
pub use cue::{Cue, CueValue, Observes};
pub use face_row::{FaceContext, FaceRow, Wetness};
pub use fish::{Cut, Group, Origin, Profile, Species, UsualCut};
pub use gear::{Control, Gear, GearKind, Material};
pub use method::{
    Begin, Family, Fill, FirstHeat, FitRule, Liquid, Look, Method, PieceSetting, School,
    SecondHeat, SetPoint, Smell, StageRow, Variant, Words,
};
pub use mixture::{Ingredient, Made, Mixture, MixturePart, Use};
pub use other_heat::OtherHeat;
pub use rescue::{Remedied, RescueRow};
pub use resting::{RestSurface, Resting, Support, SupportStore, UsualRest};
pub use salting::{SaltKind, Salting};
pub use side::{Joins, Place, Side, SidePart, SideStep};
pub use sign::{Form, Sign, SignOption};
pub use task::{Dispute, Opinion, Salted, Task, Wait, When};

/// Data that does not parse; a test keeps the embedded data free of it.
#[derive(Debug, thiserror::Error)]
#[non_exhaustive]
pub enum CatalogueError {
    /// A table is not what the core expects.
    #[error("{file}: {source}")]
    Parse {
        /// Name of the table.
        file: &'static str,
        /// What the reader says.
        source: toml::de::Error,
    },
    /// An entry names another that is not there.
    #[error("{entry} names `{missing}`, which is not in the data")]
    Dangling {
        /// The entry.
        entry: String,
        /// What it names.
        missing: String,
    },
}

/// One band of doneness: core at its peak.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Band {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Lower edge, °C.
    pub from_c: f64,
    /// Upper edge, °C, not included; none where hotter is only firmer.
    #[serde(default)]
    pub to_c: Option<f64>,
    /// What a plan aims at, °C.
    pub aim_c: f64,
    /// How long the lower edge has to be held on end, s.
    #[serde(default)]
    pub hold_s: f64,
    /// What the middle looks like.
    pub look: String,
    /// Where the edges come from, if not common practice.
    #[serde(default)]
    pub source: Option<String>,
}

/// A fat for frying.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Oil {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// Where it begins to smoke, °C, from and to.
    pub smoke_point_c: [f64; 2],
}

/// Everything that `data/*.toml` holds.
#[derive(Debug, Clone, PartialEq)]
pub struct Catalogue {
    /// Kinds of fish.
    pub species: Vec<Species>,
    /// Cuts.
    pub cuts: Vec<Cut>,
    /// Methods, in the order in which they are offered.
    pub methods: Vec<Method>,
    /// Doneness bands in rising order.
    pub bands: Vec<Band>,
    /// Cautions in the order in which they are shown.
    pub cautions: Vec<Caution>,
    /// Fats for frying.
    pub oils: Vec<Oil>,
    /// Where figures come from that no entry names itself.
    pub sources: Vec<String>,
    /// Coats.
    pub coatings: Vec<Coating>,
    /// Equipment, the usual piece of each kind first.
    pub gear: Vec<Gear>,
    /// Checks of gear, the easiest of a kind first.
    pub checks: Vec<CheckRow>,
    /// Ways of salting.
    pub saltings: Vec<Salting>,
    /// What mixtures are made of.
    pub ingredients: Vec<Ingredient>,
    /// Batters, stocks, crusts, sauces.
    pub mixtures: Vec<Mixture>,
    /// Builds of fish, with their yields.
    pub builds: Vec<Build>,
    /// Signs to look for when buying.
    pub signs: Vec<Sign>,
    /// Questions of preparation on which cooks differ.
    pub disputes: Vec<Dispute>,
    /// Steps before the heat.
    pub tasks: Vec<Task>,
    /// Sides and sauces.
    pub sides: Vec<Side>,
    /// What is noticed at the stove.
    pub cues: Vec<Cue>,
    /// What goes wrong there.
    pub rescues: Vec<RescueRow>,
    /// Heats that a piece may be moved to though its method has none of them.
    pub heats: Vec<OtherHeat>,
    /// Off the heat.
    pub resting: Resting,
    /// Heat-transfer faces by name.
    pub faces: BTreeMap<String, FaceRow>,
}

fn parse<T: for<'de> Deserialize<'de>>(
    file: &'static str,
    text: &str,
) -> Result<T, CatalogueError> {
    toml::from_str(text).map_err(|source| CatalogueError::Parse { file, source })
}

/// The entries of a table that holds one list.
fn list<T: for<'de> Deserialize<'de>>(
    file: &'static str,
    text: &str,
) -> Result<Vec<T>, CatalogueError> {
    let lists: BTreeMap<String, Vec<T>> = parse(file, text)?;
    Ok(lists.into_values().flatten().collect())
}

/// Reads an embedded table that holds one list.
macro_rules! embedded {
    ($file:literal) => {
        list($file, include_str!(concat!("../../data/", $file)))
    };
}

/// Methods by family, in the order in which they are offered.
const METHOD_FILES: [(&str, &str); 5] = [
    ("methods/pan.toml", include_str!("../../data/methods/pan.toml")),
    ("methods/oven.toml", include_str!("../../data/methods/oven.toml")),
    ("methods/wet.toml", include_str!("../../data/methods/wet.toml")),
    ("methods/grill.toml", include_str!("../../data/methods/grill.toml")),
    ("methods/fry.toml", include_str!("../../data/methods/fry.toml")),
];

fn dangling(entry: &str, missing: &str) -> CatalogueError {
    CatalogueError::Dangling { entry: entry.to_owned(), missing: missing.to_owned() }
}

/// Face rows that the stove, resting, thawing, freezing and curing use.
const ROWS_USED: [&str; 10] = [
    "under_lid",
    "basted_top",
    "rest_air_small",
    "rest_air_portion",
    "rest_air_whole",
    "cold_fridge",
    "cold_uncovered",
    "cold_water",
    "cold_freezer",
    "cold_blast",
];

impl Catalogue {
    /// Reads the embedded tables.
    ///
    /// # Errors
    /// A table that does not parse; a test keeps this from happening.
    pub fn embedded() -> Result<Self, CatalogueError> {
        let mut methods = Vec::new();
        for (file, text) in METHOD_FILES {
            methods.extend(list::<Method>(file, text)?);
        }
        let catalogue = Self {
            species: embedded!("species.toml")?,
            cuts: embedded!("cuts.toml")?,
            methods,
            bands: embedded!("doneness.toml")?,
            cautions: embedded!("cautions.toml")?,
            oils: embedded!("oils.toml")?,
            sources: embedded!("sources.toml")?,
            coatings: embedded!("coatings.toml")?,
            gear: embedded!("gear.toml")?,
            checks: embedded!("checks.toml")?,
            saltings: embedded!("salting.toml")?,
            ingredients: embedded!("ingredients.toml")?,
            mixtures: embedded!("mixtures.toml")?,
            builds: embedded!("builds.toml")?,
            signs: embedded!("buying.toml")?,
            disputes: embedded!("disputes.toml")?,
            tasks: embedded!("tasks.toml")?,
            sides: embedded!("sides.toml")?,
            cues: embedded!("cues.toml")?,
            rescues: embedded!("rescues.toml")?,
            heats: embedded!("heats.toml")?,
            resting: parse("resting.toml", include_str!("../../data/resting.toml"))?,
            faces: parse("faces.toml", include_str!("../../data/faces.toml"))?,
        };
        catalogue.check_names()?;
        catalogue.check_heats()?;
        Ok(catalogue)
    }

    /// Every name in a method leads to an entry, so that look-ups later cannot fail.
    fn check_names(&self) -> Result<(), CatalogueError> {
        for method in &self.methods {
            let stages = method.stages.iter();
            let rows = stages.flat_map(|s| [&s.below, &s.above, &s.side]).flatten();
            if let Some(name) = rows.into_iter().find(|name| !self.faces.contains_key(*name)) {
                return Err(dangling(&method.id, name));
            }
            if let Some(id) = method.coats.iter().find(|id| self.coating(id).is_none()) {
                return Err(dangling(&method.id, id));
            }
            if !self.saltings.iter().any(|s| s.id == method.salting) {
                return Err(dangling(&method.id, &method.salting));
            }
            if let Some(id) = method.gentler.iter().find(|id| self.method(id).is_none()) {
                return Err(dangling(&method.id, id));
            }
            for setting in &method.settings {
                let mut coats = setting.coats.iter().flatten().chain(&setting.coating);
                let unknown = coats.find(|id| !method.coats.contains(id)).or_else(|| {
                    let variant = setting.variant.as_ref()?;
                    (!method.variants.iter().any(|v| v.id == *variant)).then_some(variant)
                });
                if let Some(id) = unknown {
                    return Err(dangling(&method.id, id));
                }
            }
            for kind in &method.needs {
                if !self.gear.iter().any(|g| g.kinds.contains(kind)) {
                    return Err(dangling(&method.id, &kind.to_string()));
                }
            }
            let moves = method
                .stages
                .iter()
                .any(|s| s.set == Some(SetPoint::Second) || matches!(s.from, Begin::AfterMoveS(_)));
            if moves && method.second.is_none() {
                return Err(dangling(&method.id, "a second heat"));
            }
            let first = method.stages.first();
            let complete = first
                .is_some_and(|s| s.from == Begin::Start && s.below.is_some() && s.set.is_some());
            if !complete {
                return Err(dangling(&method.id, "a first stage with a face and a set point"));
            }
        }
        for mixture in &self.mixtures {
            for part in &mixture.parts {
                if self.ingredient(&part.ingredient).is_none() {
                    return Err(dangling(&mixture.id, &part.ingredient));
                }
            }
        }
        for side in &self.sides {
            let unknown = side.parts.iter().find(|p| self.ingredient(&p.ingredient).is_none());
            if let Some(part) = unknown {
                return Err(dangling(&side.id, &part.ingredient));
            }
            let mut joined = side.joins.iter().flat_map(|joins| &joins.methods);
            if let Some(id) = joined.find(|id| self.method(id).is_none()) {
                return Err(dangling(&side.id, id));
            }
        }
        if let Some(check) = self.checks.iter().find(|c| !self.gear.iter().any(|g| c.suits(g))) {
            return Err(dangling(&check.title, "gear that it suits"));
        }
        for species in &self.species {
            if self.build(&species.body).is_none() {
                return Err(dangling(&species.id, &species.body));
            }
        }
        let Resting { supports, usual, .. } = &self.resting;
        for support in supports {
            let mut rows = [&support.below, &support.above].into_iter().flatten();
            if let Some(name) = rows.find(|name| !self.faces.contains_key(*name)) {
                return Err(dangling(&support.id, name));
            }
        }
        if let Some(rule) = usual.iter().find(|rule| self.resting.support(&rule.on).is_none()) {
            return Err(dangling("a usual rest", &rule.on));
        }
        for name in ROWS_USED {
            if !self.faces.contains_key(name) {
                return Err(dangling("stove, rest and cold", name));
            }
        }
        Ok(())
    }

    /// Every face and gear that another heat names is there, and what a lid leaves behind.
    fn check_heats(&self) -> Result<(), CatalogueError> {
        for heat in &self.heats {
            if let Some(name) = heat.rows().find(|name| !self.faces.contains_key(*name)) {
                return Err(dangling(&heat.id, name));
            }
            if !self.gear.iter().any(|g| g.kinds.contains(&heat.reservoir)) {
                return Err(dangling(&heat.id, &heat.reservoir.to_string()));
            }
        }
        for (name, row) in &self.faces {
            if let Some(open) = row.uncovered.as_ref().filter(|o| !self.faces.contains_key(*o)) {
                return Err(dangling(name, open));
            }
        }
        Ok(())
    }

    /// The ingredient with this id.
    pub fn ingredient(&self, id: &str) -> Option<&Ingredient> {
        self.ingredients.iter().find(|i| i.id == id)
    }

    /// The mixture with this id.
    pub fn mixture(&self, id: &str) -> Option<&Mixture> {
        self.mixtures.iter().find(|m| m.id == id)
    }

    /// The side with this id.
    pub fn side(&self, id: &str) -> Option<&Side> {
        self.sides.iter().find(|s| s.id == id)
    }

    /// Where the step before the heat with this id is done.
    pub fn place_of_task(&self, id: &str) -> Place {
        self.tasks.iter().find(|task| task.id == id).map_or(Place::None, |task| task.on)
    }

    /// The build with this id.
    pub fn build(&self, id: &str) -> Option<&Build> {
        self.builds.iter().find(|b| b.id == id)
    }

    /// The coat with this id.
    pub fn coating(&self, id: &str) -> Option<&Coating> {
        self.coatings.iter().find(|c| c.id == id)
    }

    /// The piece of gear with this id.
    pub fn gear(&self, id: &str) -> Option<&Gear> {
        self.gear.iter().find(|g| g.id == id)
    }

    /// The kind of fish with this id.
    pub fn species(&self, id: &str) -> Option<&Species> {
        self.species.iter().find(|s| s.id == id)
    }

    /// The cut with this id.
    pub fn cut(&self, id: &str) -> Option<&Cut> {
        self.cuts.iter().find(|c| c.id == id)
    }

    /// The method with this id.
    pub fn method(&self, id: &str) -> Option<&Method> {
        self.methods.iter().find(|m| m.id == id)
    }

    /// The doneness band with this id.
    pub fn band(&self, id: &str) -> Option<&Band> {
        self.bands.iter().find(|b| b.id == id)
    }
}

#[cfg(test)]
mod tests;
