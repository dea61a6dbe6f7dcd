//! What the core knows: fish, cuts, methods, faces, doneness and cautions, from `data/*.toml`.

mod coating;
mod face_row;
mod fish;
mod gear;
mod method;

use std::collections::BTreeMap;

use serde::{Deserialize, Serialize};

pub use crate::salt::Salting;
pub use coating::Coating;
pub use face_row::{FaceContext, FaceRow};
pub use fish::{Cut, Group, Origin, Outline, Section, Species, UsualCut};
pub use gear::{Control, Gear, GearKind, Material};
pub use method::{
    Family, Fill, FitRule, From, Liquid, Look, Method, RestPlace, School, SetPoint, Smell,
    StageRow, Variant, Words,
};

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

/// One caution and the rule that shows it.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Caution {
    /// Rule in `safety`.
    pub when: crate::safety::Rule,
    /// What to say.
    pub text: String,
    /// Where it comes from, if not common practice.
    #[serde(default)]
    pub source: Option<String>,
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
    /// Schools of salting.
    pub saltings: Vec<Salting>,
    /// Heat-transfer faces by name.
    pub faces: BTreeMap<String, FaceRow>,
}

#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SpeciesFile {
    species: Vec<Species>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CutFile {
    cut: Vec<Cut>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct MethodFile {
    method: Vec<Method>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct BandFile {
    band: Vec<Band>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct OilFile {
    oil: Vec<Oil>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CoatingFile {
    coating: Vec<Coating>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct GearFile {
    gear: Vec<Gear>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SaltingFile {
    salting: Vec<Salting>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct SourceFile {
    sources: Vec<String>,
}
#[derive(Deserialize)]
#[serde(deny_unknown_fields)]
struct CautionFile {
    caution: Vec<Caution>,
}

fn parse<T: for<'de> Deserialize<'de>>(
    file: &'static str,
    text: &str,
) -> Result<T, CatalogueError> {
    toml::from_str(text).map_err(|source| CatalogueError::Parse { file, source })
}

/// Methods by family, in the order in which they are offered.
const METHOD_FILES: [(&str, &str); 5] = [
    ("methods/pan.toml", include_str!("../../data/methods/pan.toml")),
    ("methods/oven.toml", include_str!("../../data/methods/oven.toml")),
    ("methods/wet.toml", include_str!("../../data/methods/wet.toml")),
    ("methods/grill.toml", include_str!("../../data/methods/grill.toml")),
    ("methods/fry.toml", include_str!("../../data/methods/fry.toml")),
];
/// Face rows that resting, thawing, freezing and curing use.
const COLD_AND_REST_ROWS: [&str; 8] = [
    "rest_above",
    "rest_below",
    "rest_wrapped",
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
        let species: SpeciesFile = parse("species.toml", include_str!("../../data/species.toml"))?;
        let cuts: CutFile = parse("cuts.toml", include_str!("../../data/cuts.toml"))?;
        let mut methods = Vec::new();
        for (file, text) in METHOD_FILES {
            let MethodFile { method } = parse(file, text)?;
            methods.extend(method);
        }
        let bands: BandFile = parse("doneness.toml", include_str!("../../data/doneness.toml"))?;
        let cautions: CautionFile =
            parse("cautions.toml", include_str!("../../data/cautions.toml"))?;
        let oils: OilFile = parse("oils.toml", include_str!("../../data/oils.toml"))?;
        let sources: SourceFile = parse("sources.toml", include_str!("../../data/sources.toml"))?;
        let coatings: CoatingFile =
            parse("coatings.toml", include_str!("../../data/coatings.toml"))?;
        let gear: GearFile = parse("gear.toml", include_str!("../../data/gear.toml"))?;
        let saltings: SaltingFile = parse("salting.toml", include_str!("../../data/salting.toml"))?;
        let catalogue = Self {
            species: species.species,
            cuts: cuts.cut,
            methods,
            bands: bands.band,
            cautions: cautions.caution,
            oils: oils.oil,
            sources: sources.sources,
            coatings: coatings.coating,
            gear: gear.gear,
            saltings: saltings.salting,
            faces: parse("faces.toml", include_str!("../../data/faces.toml"))?,
        };
        catalogue.check_names()?;
        Ok(catalogue)
    }

    /// Every name in a method leads to an entry, so that look-ups later cannot fail.
    fn check_names(&self) -> Result<(), CatalogueError> {
        let missing = |entry: &str, name: &str| CatalogueError::Dangling {
            entry: entry.to_owned(),
            missing: name.to_owned(),
        };
        for method in &self.methods {
            let stages = method.stages.iter();
            let rows = stages.flat_map(|s| [&s.below, &s.above, &s.side]).flatten();
            if let Some(name) = rows.into_iter().find(|name| !self.faces.contains_key(*name)) {
                return Err(missing(&method.id, name));
            }
            if let Some(id) = method.coats.iter().find(|id| self.coating(id).is_none()) {
                return Err(missing(&method.id, id));
            }
            if let Some(id) = method.gentler.iter().find(|id| self.method(id).is_none()) {
                return Err(missing(&method.id, id));
            }
            for kind in &method.needs {
                if !self.gear.iter().any(|g| g.kinds.contains(kind)) {
                    return Err(missing(&method.id, &kind.to_string()));
                }
            }
            let first = method.stages.first();
            let complete = first
                .is_some_and(|s| s.from == From::Start && s.below.is_some() && s.set.is_some());
            if !complete {
                return Err(missing(&method.id, "a first stage with a face and a set point"));
            }
        }
        for name in COLD_AND_REST_ROWS {
            if !self.faces.contains_key(name) {
                return Err(missing("resting and the cold", name));
            }
        }
        Ok(())
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
