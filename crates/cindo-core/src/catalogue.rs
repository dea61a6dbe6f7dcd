//! What the core knows: fish, cuts, methods, faces, doneness and cautions, from `data/*.toml`.

use std::fmt;

use serde::{Deserialize, Serialize};

use crate::face::Face;
use crate::material::Composition;
use crate::method::Family;
use crate::solver::Surround;

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
}

/// How fish behaves in the heat.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Group {
    /// Lean and parting into flakes: cod, hake.
    LeanFlaky,
    /// Oily, forgiving: salmon, mackerel.
    Oily,
    /// Dense and meaty: tuna, swordfish, monkfish.
    Dense,
    /// Thin and delicate: plaice, sole.
    DelicateFlat,
}

/// Where a fish comes from, as far as parasites care.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Origin {
    /// Caught at sea.
    WildSea,
    /// Caught in rivers and lakes.
    WildFresh,
    /// Farmed on pellets.
    FarmedPellet,
    /// A listed tuna kind.
    Tuna,
}

/// A cut that a kind usually comes in.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct UsualCut {
    /// Id of the cut.
    pub cut: String,
    /// Usual thickness, mm.
    pub thickness_mm: f64,
}

/// One kind of fish.
#[expect(clippy::struct_excessive_bools, reason = "independent facts, each with its own rule")]
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Species {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// How it behaves in the heat.
    pub group: Group,
    /// Number of the row in the USDA database, release SR24.
    pub usda_row: u32,
    /// Name of that row.
    pub usda_name: String,
    /// Where a nearest row stands in, or the row has a known oddity.
    #[serde(default)]
    pub usda_note: Option<String>,
    /// Raw flesh, g per 100 g, as in that row.
    pub composition: Composition,
    /// Where it comes from.
    pub origin: Origin,
    /// Makes histamine when kept warm.
    #[serde(default)]
    pub histamine: bool,
    /// Too much mercury for guests at risk.
    #[serde(default)]
    pub mercury: bool,
    /// Large ones can carry ciguatera toxin.
    #[serde(default)]
    pub ciguatera: bool,
    /// Lives in fresh water.
    #[serde(default)]
    pub freshwater: bool,
    /// How much higher than usual its flesh sets, K.
    #[serde(default)]
    pub set_shift_k: f64,
    /// What to know about its bones.
    pub bones: String,
    /// Doneness bands that make sense, in rising order.
    pub doneness: Vec<String>,
    /// The band that a cook would take.
    pub usual_doneness: String,
    /// Cuts it usually comes in.
    pub cuts: Vec<UsualCut>,
}

impl Species {
    /// Composition as mass fractions adding up to 1.
    pub fn flesh(&self) -> Composition {
        let c = &self.composition;
        let total = c.total();
        Composition {
            water: c.water / total,
            protein: c.protein / total,
            fat: c.fat / total,
            ash: c.ash / total,
        }
    }
}

/// How the heat goes through a cut's cross-section.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Section {
    /// From below and above.
    Flat,
    /// All round, where the medium reaches all round.
    Oval,
}

/// A way of cutting fish.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Cut {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Shape across.
    pub section: Section,
    /// Usual width, mm.
    pub width_mm: f64,
    /// Whether skin can be left on.
    pub can_have_skin: bool,
    /// Whether it is cooked on its bones.
    #[serde(default)]
    pub on_the_bone: bool,
    /// Usual weight, g.
    pub usual_weight_g: f64,
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

/// How a cook knows a temperature without a thermometer.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Look {
    /// Holds below this temperature, °C; the last one has none.
    #[serde(default)]
    pub below_c: Option<f64>,
    /// Where the knob stands.
    pub knob: String,
    /// What the fat, oven, liquid or fire looks like.
    pub look: String,
}

/// Which side goes to the heat, and for how long.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum School {
    /// Four fifths of the time on the skin (or best) side.
    SkinSide,
    /// Half and half.
    TwoSided,
    /// Turned every half minute.
    ManyTurns,
    /// Never turned.
    OneSide,
}

impl fmt::Display for School {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            Self::SkinSide => "skin_side",
            Self::TwoSided => "two_sided",
            Self::ManyTurns => "many_turns",
            Self::OneSide => "one_side",
        })
    }
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

/// A way of cooking: the facts; its behaviour is in the file of its family.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Method {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// Which file of the core turns it into faces.
    pub family: Family,
    /// What gives the heat: pan, oven, liquid, oil.
    pub medium: String,
    /// Third person singular, as in "the fish sears".
    pub verb: String,
    /// Usual temperature of the medium, °C; none where boiling sets it.
    #[serde(default)]
    pub default_c: Option<f64>,
    /// Allowed temperatures of the medium, °C.
    #[serde(default)]
    pub range_c: Option<[f64; 2]>,
    /// Why that temperature.
    pub reason: String,
    /// Schools that apply, the usual one for skin-on pieces first; none where nothing is turned.
    #[serde(default)]
    pub schools: Vec<School>,
    /// What is needed.
    pub gear: Vec<String>,
    /// Knob and look by rising temperature.
    pub looks: Vec<Look>,
    /// How long a pan stays at its first heat, s.
    #[serde(default)]
    pub hot_s: f64,
    /// How far it is then turned down, K.
    #[serde(default)]
    pub turn_down_k: f64,
    /// But not below, °C.
    #[serde(default)]
    pub floor_c: f64,
    /// Where the knob stands after that.
    #[serde(default)]
    pub turned_down: Option<String>,
}

impl Method {
    /// Knob and look at a temperature.
    pub fn look(&self, medium_c: f64) -> Option<&Look> {
        self.looks.iter().find(|l| l.below_c.is_none_or(|below| medium_c < below))
    }
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

/// A temperature in a face row.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
enum MediumRow {
    Reservoir,
    Celsius(f64),
    BelowBoilingK(f64),
}

/// Wetness in a face row.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(untagged)]
enum WetRow {
    Share(f64),
    Surface(SurfaceWord),
}

#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case")]
enum SurfaceWord {
    Surface,
}

/// One row of `faces.toml`.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct FaceRow {
    h_w_m2k: [f64; 2],
    medium: MediumRow,
    #[serde(default)]
    emissivity: f64,
    #[serde(default)]
    radiant: Option<MediumRow>,
    #[serde(default = "dry")]
    wet: WetRow,
    #[serde(default = "default_vapour_pa")]
    vapour_pa: f64,
    /// Why these figures.
    pub reason: String,
}

fn dry() -> WetRow {
    WetRow::Share(0.0)
}

fn default_vapour_pa() -> f64 {
    1000.0
}

/// What a face row needs to know about the moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FaceContext {
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// Wet share of this piece's surface.
    pub surface_wet: f64,
    /// Factor on every film coefficient, 1 as tabulated.
    pub film_factor: f64,
}

impl FaceRow {
    /// The row as a surrounding of the solver.
    pub fn surround(&self, context: &FaceContext) -> Surround {
        let fixed = |row: MediumRow| match row {
            MediumRow::Reservoir => None,
            MediumRow::Celsius(c) => Some(c),
            MediumRow::BelowBoilingK(k) => Some(context.boil_c - k),
        };
        let medium_c = fixed(self.medium);
        let face = Face {
            h: 0.5 * (self.h_w_m2k[0] + self.h_w_m2k[1]) * context.film_factor,
            medium_c: medium_c.unwrap_or_default(),
            emissivity: self.emissivity,
            radiant_c: self.radiant.and_then(fixed),
            wet: match self.wet {
                WetRow::Share(share) => share,
                WetRow::Surface(SurfaceWord::Surface) => context.surface_wet,
            },
            vapour_pa: self.vapour_pa,
        };
        if medium_c.is_some() { Surround::fixed(face) } else { Surround::reservoir(face) }
    }
}

/// Every face that a method can use.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
#[expect(missing_docs, reason = "each row of faces.toml carries its own reason")]
pub struct Faces {
    pub pan_contact: FaceRow,
    pub pan_contact_unpressed: FaceRow,
    pub above_open_pan: FaceRow,
    pub still_oven: FaceRow,
    pub fan_oven: FaceRow,
    pub grate: FaceRow,
    pub above_open_grate: FaceRow,
    pub steam: FaceRow,
    pub poaching_liquid: FaceRow,
    pub oil_through_batter: FaceRow,
    pub rest_above: FaceRow,
    pub rest_below: FaceRow,
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
    /// Heat-transfer faces.
    pub faces: Faces,
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

impl Catalogue {
    /// Reads the embedded tables.
    ///
    /// # Errors
    /// A table that does not parse; a test keeps this from happening.
    pub fn embedded() -> Result<Self, CatalogueError> {
        let species: SpeciesFile = parse("species.toml", include_str!("../data/species.toml"))?;
        let cuts: CutFile = parse("cuts.toml", include_str!("../data/cuts.toml"))?;
        let methods: MethodFile = parse("methods.toml", include_str!("../data/methods.toml"))?;
        let bands: BandFile = parse("doneness.toml", include_str!("../data/doneness.toml"))?;
        let cautions: CautionFile = parse("cautions.toml", include_str!("../data/cautions.toml"))?;
        let oils: OilFile = parse("oils.toml", include_str!("../data/oils.toml"))?;
        let sources: SourceFile = parse("sources.toml", include_str!("../data/sources.toml"))?;
        Ok(Self {
            species: species.species,
            cuts: cuts.cut,
            methods: methods.method,
            bands: bands.band,
            cautions: cautions.caution,
            oils: oils.oil,
            sources: sources.sources,
            faces: parse("faces.toml", include_str!("../data/faces.toml"))?,
        })
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
