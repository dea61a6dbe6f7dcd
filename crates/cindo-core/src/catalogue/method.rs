//! Ways of cooking: the facts of each are one entry in `data/methods/<family>.toml`.

use serde::{Deserialize, Serialize};
use std::fmt;

use super::fish::{Cut, Group, Species};
use super::gear::GearKind;

/// Which family a method belongs to; pictures and cautions go by it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Family {
    /// In a film of fat in a pan.
    Pan,
    /// In oven air.
    Oven,
    /// Under or half under liquid.
    Wet,
    /// In steam.
    Steam,
    /// Over a fire.
    Grill,
    /// In oil.
    Fry,
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
    /// How far it may be off, K, where that is better known than by looking.
    #[serde(default, skip_serializing)]
    pub uncertain_k: Option<f64>,
    /// How to keep it there, where the step says so.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub keep: Option<String>,
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

impl School {
    /// As a cook would say it.
    pub fn phrase(self) -> &'static str {
        match self {
            Self::SkinSide => "mostly on the first side",
            Self::TwoSided => "turned half way",
            Self::ManyTurns => "turned every half minute",
            Self::OneSide => "on one side only",
        }
    }
}

/// A variation of a method that changes its surroundings.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Variant {
    /// Id, `snake_case`.
    pub id: String,
    /// Name in a sentence.
    pub name: String,
    /// Id of the way of salting that goes with it, where that is not the method's.
    #[serde(default, skip_serializing)]
    pub salting: Option<String>,
}

/// When a stage begins.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum Begin {
    /// As the fish meets the heat.
    Start,
    /// At the first turn.
    Turn,
    /// This long after the start, s.
    Seconds(f64),
    /// This long before it comes out, s.
    BeforeOutS(f64),
    /// This long after it moves to the second heat, s.
    AfterMoveS(f64),
}

/// Where the heat is set during a stage.
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(rename_all = "snake_case", deny_unknown_fields)]
pub enum SetPoint {
    /// The method's medium temperature.
    Medium,
    /// Lowered by `by_k` from it, but not below `floor_c`.
    Lowered {
        /// How far, K.
        by_k: f64,
        /// But not below, °C.
        floor_c: f64,
    },
    /// At a temperature of its own, °C.
    Celsius(f64),
    /// The second heat's temperature.
    Second,
}

/// A stretch of a method. What is left out stays as in the stage before.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct StageRow {
    /// When it begins.
    pub from: Begin,
    /// Only in this variant.
    #[serde(default)]
    pub variant: Option<String>,
    /// Face row below the piece, or all round it.
    #[serde(default)]
    pub below: Option<String>,
    /// Face row above it.
    #[serde(default)]
    pub above: Option<String>,
    /// Face row at its sides.
    #[serde(default)]
    pub side: Option<String>,
    /// The gear whose heat it is.
    #[serde(default)]
    pub reservoir: Option<GearKind>,
    /// Where the heat is set.
    #[serde(default)]
    pub set: Option<SetPoint>,
    /// Whether the oven door stands open.
    #[serde(default)]
    pub open: Option<bool>,
    /// Where the knob stands.
    #[serde(default)]
    pub knob: Option<String>,
    /// What has to be hot as it begins, where that is not the method's medium.
    #[serde(default)]
    pub hot: Option<FirstHeat>,
    /// Its step on the card, if it is one.
    #[serde(default)]
    pub step: Option<Words>,
}

/// Words of a step. `{side}` and `{other}` stand for the sides, `{opaque}` for what the side shows.
#[derive(Debug, Clone, PartialEq, Eq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct Words {
    /// Machine name, such as `sear_skin`.
    pub action: String,
    /// What to do, short.
    pub title: String,
    /// How to do it.
    pub detail: String,
    /// What to look, listen or feel for.
    pub cue: String,
}

/// A rule about how well a method suits a piece: it applies when every condition that it names holds.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct FitRule {
    /// Groups of fish.
    #[serde(default)]
    pub groups: Option<Vec<Group>>,
    /// Cuts.
    #[serde(default)]
    pub cuts: Option<Vec<String>>,
    /// Usual doneness of the kind.
    #[serde(default)]
    pub usual_doneness: Option<Vec<String>>,
    /// Thinner than this, mm.
    #[serde(default)]
    pub below_mm: Option<f64>,
    /// At least this thick, mm.
    #[serde(default)]
    pub from_mm: Option<f64>,
    /// Skin on or off.
    #[serde(default)]
    pub skin: Option<bool>,
    /// On the bone or not.
    #[serde(default)]
    pub on_the_bone: Option<bool>,
    /// What it adds to (or takes from) the fit, −100 to 100.
    pub points: f64,
    /// Why, as a sentence for a cook.
    pub reason: String,
}

impl FitRule {
    /// Whether it applies to a piece.
    pub fn applies(&self, species: &Species, cut: &Cut, thickness_mm: f64, skin: bool) -> bool {
        self.groups.as_ref().is_none_or(|g| g.contains(&species.group))
            && self.cuts.as_ref().is_none_or(|c| c.contains(&cut.id))
            && self.usual_doneness.as_ref().is_none_or(|d| d.contains(&species.usual_doneness))
            && self.below_mm.is_none_or(|mm| thickness_mm < mm)
            && self.from_mm.is_none_or(|mm| thickness_mm >= mm)
            && self.skin.is_none_or(|s| s == skin)
            && self.on_the_bone.is_none_or(|b| b == cut.on_the_bone)
    }
}

/// What some pieces want of a method instead of its usual setting: it applies when every condition that
/// it names holds.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct PieceSetting {
    /// Cuts.
    #[serde(default)]
    pub cuts: Option<Vec<String>>,
    /// Coats.
    #[serde(default)]
    pub coats: Option<Vec<String>>,
    /// Thinner than this, mm.
    #[serde(default)]
    pub below_mm: Option<f64>,
    /// At least this thick, mm.
    #[serde(default)]
    pub from_mm: Option<f64>,
    /// What is on it then, where nothing else is asked for.
    #[serde(default)]
    pub coating: Option<String>,
    /// Temperature of the medium then, °C.
    #[serde(default)]
    pub medium_c: Option<f64>,
    /// Share of the time on the first side, 0 to 1, where it is turned half way otherwise.
    #[serde(default)]
    pub turn_share: Option<f64>,
    /// Its variation.
    #[serde(default)]
    pub variant: Option<String>,
    /// Why, as a sentence.
    pub reason: String,
}

impl PieceSetting {
    /// Whether it is meant for a piece.
    pub fn applies(&self, cut: &Cut, coat: &str, thickness_mm: f64) -> bool {
        self.cuts.as_ref().is_none_or(|c| c.contains(&cut.id))
            && self.coats.as_ref().is_none_or(|c| c.iter().any(|id| id == coat))
            && self.below_mm.is_none_or(|mm| thickness_mm < mm)
            && self.from_mm.is_none_or(|mm| thickness_mm >= mm)
    }
}

/// What has to be hot as a stage begins, where that is not the method's medium.
#[derive(Debug, Clone, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct FirstHeat {
    /// What gives it.
    pub medium: String,
    /// Where the knob stands.
    pub knob: String,
    /// What it looks like.
    pub look: String,
}

/// A second heat that the fish moves on to, such as an oven after the pan.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SecondHeat {
    /// What gives it.
    pub medium: String,
    /// Usual temperature, °C.
    pub default_c: f64,
    /// When it usually moves there, s; it is turned on the way.
    pub default_s: f64,
}

/// Liquid or oil in a vessel.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Fill {
    /// What it is.
    pub liquid: Liquid,
    /// Share of the vessel's volume before the fish is in; none: to half the height of the fish.
    #[serde(default)]
    pub share: Option<f64>,
}

/// A liquid to cook in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Liquid {
    /// Water, stock.
    Water,
    /// Frying oil.
    Oil,
}

impl Liquid {
    /// Heat capacity, J/K a litre. Source: steam table near 80 °C; oil from memory of handbook
    /// tables (2.1 to 2.3 kJ/(kg K), 0.85 kg/l when hot, with the batter's water left out).
    pub fn capacity_j_kl(self) -> f64 {
        match self {
            Self::Water => 4180.0,
            Self::Oil => 2100.0,
        }
    }
}

/// What the cook's hands and the kitchen's air have to do with a method.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Smell {
    /// Hardly any.
    Little,
    /// Some.
    Some,
    /// Smoke or frying smell: open a window.
    Strong,
}

/// A round piece takes heat through its flanks, too, and is done sooner than one column of it says: when one of `w`
/// thicknesses' width is, as a share of the column's time, `share / (1 + flanks w^-1.3)`. Where a search begins, not where
/// it ends. Read off 1,764 searches on the whole section, of nine kinds of whole fish of 20 to 70 mm (modelling choice).
#[derive(Debug, Clone, Copy, PartialEq, Deserialize)]
#[serde(deny_unknown_fields)]
pub struct RoundShare {
    /// Of one that is much wider than thick, 0.5 to 2; more than 1 where its core lies deeper than the column's.
    pub share: f64,
    /// How much the flanks bring, 0 to 2.
    pub flanks: f64,
}

const FLANKS_POWER: f64 = 1.3;

impl RoundShare {
    /// The pull of the section over that of the column, of a piece so many thicknesses wide.
    pub(crate) fn of_column(self, wide: f64) -> f64 {
        self.share / (1.0 + self.flanks * wide.powf(-FLANKS_POWER))
    }
}

/// A way of cooking.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Method {
    /// Id, `snake_case`.
    pub id: String,
    /// Name for cooks.
    pub name: String,
    /// Family.
    pub family: Family,
    /// What gives the heat: pan, oven, liquid, oil.
    pub medium: String,
    /// One sentence on what it is.
    pub about: String,
    /// Usual temperature of the medium, °C; none where boiling sets it.
    #[serde(default)]
    pub default_c: Option<f64>,
    /// Allowed temperatures of the medium, °C.
    #[serde(default)]
    pub range_c: Option<[f64; 2]>,
    /// Why that temperature.
    pub reason: String,
    /// What some pieces want instead; the first that applies.
    #[serde(default, skip_serializing)]
    pub settings: Vec<PieceSetting>,
    /// Schools that apply, the usual one for skin-on pieces first; none where nothing is turned.
    #[serde(default)]
    pub schools: Vec<School>,
    /// The heat that it moves on to.
    #[serde(default)]
    pub second: Option<SecondHeat>,
    /// Turned at this moment whatever the school, s.
    #[serde(default)]
    pub turn_at_s: Option<f64>,
    /// Whether the medium reaches all round.
    #[serde(default)]
    pub all_round: bool,
    /// Whether the heat comes from above.
    #[serde(default)]
    pub heat_from_above: bool,
    /// Gear it needs; the first holds the fish.
    pub needs: Vec<GearKind>,
    /// What else is needed.
    pub tools: Vec<String>,
    /// Liquid or oil in the first vessel.
    #[serde(default)]
    pub fill: Option<Fill>,
    /// Why frozen fish must not go into it; none where it may.
    #[serde(default)]
    pub not_from_frozen: Option<String>,
    /// Id of the way of salting that cooks take for it.
    #[serde(default = "just_before")]
    pub salting: String,
    /// Coats that suit it, the usual one first.
    pub coats: Vec<String>,
    /// Variations, the usual one first.
    #[serde(default)]
    pub variants: Vec<Variant>,
    /// Share of the flesh that gets 74 °C and more, held, when it is done right, 0 to 1 (over a sweep of
    /// usual pieces).
    pub usual_dry_share: f64,
    /// Where the search of a round piece begins.
    #[serde(skip_serializing)]
    pub round: RoundShare,
    /// The same where every place of it has to hold a limit, if that is elsewhere: read off 1,008 searches by the book, of
    /// every kind of whole fish.
    #[serde(default, skip_serializing)]
    pub round_held: Option<RoundShare>,
    /// Share of the time that a cook has to stand by it, 0 to 1.
    pub attention: f64,
    /// Least browning of a coat (1 is golden) that anybody would serve: it stays in until then.
    #[serde(default, skip_serializing)]
    pub least_browning: Option<f64>,
    /// Smell and smoke.
    pub smell: Smell,
    /// Whether crisp or golden faces are what it is for.
    #[serde(default)]
    pub browns: bool,
    /// Largest fall of the medium that a batch may cause, K.
    #[serde(default)]
    pub fall_limit_k: Option<f64>,
    /// Gentler ways to the same doneness, nearest first.
    #[serde(default)]
    pub gentler: Vec<String>,
    /// Knob and look by rising temperature.
    pub looks: Vec<Look>,
    /// How well it suits a piece before any rule, 0 to 100.
    #[serde(skip_serializing)]
    pub fit_base: f64,
    /// Rules of fit.
    #[serde(default, skip_serializing)]
    pub fit: Vec<FitRule>,
    /// Stages in order.
    #[serde(skip_serializing)]
    pub stages: Vec<StageRow>,
    /// Words of the turn.
    #[serde(default, skip_serializing)]
    pub turn: Option<Words>,
}

fn just_before() -> String {
    "just_before".to_owned()
}

impl Method {
    /// Where the search of a round piece begins: by its core, or where every place has to hold a limit.
    pub(crate) fn round_share(&self, is_held: bool) -> RoundShare {
        self.round_held.filter(|_| is_held).unwrap_or(self.round)
    }

    /// Knob and look at a temperature.
    pub fn look(&self, medium_c: f64) -> Option<&Look> {
        self.looks.iter().find(|l| l.below_c.is_none_or(|below| medium_c < below))
    }
}
