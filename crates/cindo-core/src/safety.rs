//! Lethality, hold rules and cautions. Rounds against the user: every cell counts, the worst is
//! reported.

use serde::{Deserialize, Serialize};

use crate::catalogue::{
    Catalogue, Coating, Cut, Family, Fill, Liquid, Method, Oil, Origin, Species,
};

/// Reference temperature of the lethality figure, °C, and its z-value, K: Listeria monocytogenes.
/// Source: FDA Fish and Fishery Products Hazards and Controls Guidance, appendix 4, table A-3.
const F_REFERENCE_C: f64 = 70.0;
const F_DECADE_K: f64 = 7.5;
/// Minutes at 70 °C for a 6-log reduction of Listeria. Source: the same table.
pub const LISTERIA_6_LOG_MIN: f64 = 2.0;
/// Public-health minimum for intact fish: 63 °C for 15 s. Source: FDA Food Code 3-401.11.
pub const BOOK_C: f64 = 63.0;
/// Time on end at [`BOOK_C`], s.
pub const BOOK_HOLD_S: f64 = 15.0;
/// What by-the-book cooking means for a piece.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Limit {
    /// Temperature to reach everywhere, °C.
    pub core_c: f64,
    /// Time on end, s.
    pub hold_s: f64,
}

impl Limit {
    /// Intact fish.
    pub const INTACT: Self = Self { core_c: BOOK_C, hold_s: BOOK_HOLD_S };
    /// Minced fish. Source: FDA Food Code 3-401.11(A)(2): 68 °C for 17 s.
    pub const MINCED: Self = Self { core_c: 68.0, hold_s: 17.0 };
    /// Stuffed fish. Source: FDA Food Code 3-401.11(A)(3): 74 °C, at once.
    pub const STUFFED: Self = Self { core_c: 74.0, hold_s: 1.0 };

    /// The limit that governs a piece.
    pub fn of(cut: &Cut, stuffed: bool) -> Self {
        match (stuffed, cut.minced) {
            (true, _) => Self::STUFFED,
            (false, true) => Self::MINCED,
            (false, false) => Self::INTACT,
        }
    }
}

/// Parasites die at 60 °C for 1 min. Source: EU Regulation 853/2004, annex III, section VIII.
const PARASITE_C: f64 = 60.0;
const PARASITE_HOLD_S: f64 = 60.0;
/// Warmer than this at the start, fish was out of the cold, °C.
const FRIDGE_C: f64 = 8.0;

/// Lethal rate at a temperature, minutes at 70 °C per minute.
pub fn lethal_rate(temperature_c: f64) -> f64 {
    ((temperature_c - F_REFERENCE_C) / F_DECADE_K * std::f64::consts::LN_10).exp()
}

/// Longest stretch on end at or above a limit, per cell.
#[derive(Debug, Clone)]
struct Hold {
    limit_c: f64,
    current_s: Vec<f64>,
    best_s: Vec<f64>,
}

impl Hold {
    fn new(limit_c: f64, cells: usize) -> Self {
        Self { limit_c, current_s: vec![0.0; cells], best_s: vec![0.0; cells] }
    }

    fn add(&mut self, i: usize, before_c: f64, now_c: f64, step_s: f64) {
        let limit = self.limit_c;
        // The part of the step above the limit, the temperature being linear within it.
        let crossing = (limit - before_c) / (now_c - before_c);
        match (before_c >= limit, now_c >= limit) {
            (true, true) => self.current_s[i] += step_s,
            (false, true) => self.current_s[i] = step_s * (1.0 - crossing),
            (true, false) => {
                self.current_s[i] += step_s * crossing;
                self.best_s[i] = self.best_s[i].max(self.current_s[i]);
                self.current_s[i] = 0.0;
            }
            (false, false) => {}
        }
        self.best_s[i] = self.best_s[i].max(self.current_s[i]);
    }

    fn worst_s(&self) -> f64 {
        self.best_s.iter().copied().fold(f64::INFINITY, f64::min)
    }
}

/// Follows every cell through a run.
#[derive(Debug, Clone)]
pub struct Watch {
    before_c: Vec<f64>,
    book: Hold,
    limit: Hold,
    limit_hold_s: f64,
    parasite: Hold,
    f70_min: Vec<f64>,
    rate: Vec<f64>,
}

impl Watch {
    /// A piece at one temperature, and the limit that governs it.
    pub fn new(cells: usize, start_c: f64, limit: Limit) -> Self {
        Self {
            before_c: vec![start_c; cells],
            book: Hold::new(BOOK_C, cells),
            limit: Hold::new(limit.core_c, cells),
            limit_hold_s: limit.hold_s,
            parasite: Hold::new(PARASITE_C, cells),
            f70_min: vec![0.0; cells],
            rate: vec![0.0; cells],
        }
    }

    /// Adds one step.
    pub fn add(&mut self, temperature_c: &[f64], step_s: f64) {
        for (i, &now) in temperature_c.iter().enumerate() {
            let before = self.before_c[i];
            self.book.add(i, before, now, step_s);
            self.limit.add(i, before, now, step_s);
            self.parasite.add(i, before, now, step_s);
            // Below 45 °C the rate is under a two-thousandth of that at 70 °C.
            let rate = if now > 45.0 { lethal_rate(now) } else { 0.0 };
            self.f70_min[i] += 0.5 * (self.rate[i] + rate) * step_s / 60.0;
            self.rate[i] = rate;
            self.before_c[i] = now;
        }
    }

    /// The worst cell's figures.
    pub fn verdict(&self) -> Verdict {
        Verdict {
            reaches_63c_15s: self.book.worst_s() >= BOOK_HOLD_S,
            reaches_limit: self.limit.worst_s() >= self.limit_hold_s,
            parasites_killed: self.parasite.worst_s() >= PARASITE_HOLD_S,
            f70_min: self.f70_min.iter().copied().fold(f64::INFINITY, f64::min),
        }
    }
}

/// Safety figures of the worst cell.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Verdict {
    /// 63 °C held for 15 s on end everywhere.
    pub reaches_63c_15s: bool,
    /// The limit of this piece held everywhere: the same, or that of minced or stuffed fish.
    pub reaches_limit: bool,
    /// 60 °C held for 1 min on end everywhere.
    pub parasites_killed: bool,
    /// Minutes at 70 °C that everywhere got at least.
    pub f70_min: f64,
}

#[expect(clippy::struct_excessive_bools, reason = "independent facts, each with its own rule")]
/// Safety as the card shows it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Safety {
    /// 63 °C for 15 s on end in the worst place (FDA Food Code 3-401.11).
    pub reaches_63c_15s: bool,
    /// Limit of this piece, °C: 63, or that of minced (68) or stuffed (74) fish.
    pub limit_c: f64,
    /// Time on end at that limit, s.
    pub limit_hold_s: f64,
    /// Whether the worst place holds that limit.
    pub reaches_limit: bool,
    /// Lethality in the worst place, minutes at 70 °C, z 7.5 K.
    pub f70_min: f64,
    /// Whether that is a 6-log reduction of Listeria: 2.0 min, a standard apart from the first.
    pub listeria_6_log: bool,
    /// 60 °C for 1 min on end in the worst place (EU 853/2004).
    pub parasites_killed: bool,
    /// What to tell the cook, most serious first.
    pub cautions: Vec<String>,
}

/// When a caution applies.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Deserialize)]
#[serde(rename_all = "snake_case")]
#[expect(missing_docs, reason = "named after the cautions in data/cautions.toml")]
pub enum Rule {
    MercuryAtRisk,
    CiguateraAtRisk,
    FreshwaterUndercooked,
    CookThrough,
    Parasites,
    ParasitesExemptFarmed,
    ParasitesExemptTuna,
    BelowBook,
    NotListeria,
    BandUnusual,
    Histamine,
    Tempered,
    Scorch,
    ThinOilFilm,
    DeepOil,
    SteamBurn,
    Fire,
    Bones,
    Stuffed,
    Minced,
    SugarFlares,
    SmokePoint,
    Overfull,
    Spatter,
    ParcelSteam,
    CharcoalIndoors,
    AtRisk,
    Always,
}

#[expect(clippy::struct_excessive_bools, reason = "independent facts, each with its own rule")]
/// What the rules look at.
#[derive(Debug, Clone, Copy)]
pub struct Circumstances<'a> {
    /// Kind of fish.
    pub species: &'a Species,
    /// Cut.
    pub cut: &'a Cut,
    /// Method.
    pub method: &'a Method,
    /// Figures of the worst cell.
    pub verdict: Verdict,
    /// Temperature at the start, °C.
    pub start_c: f64,
    /// Whether it was frozen against parasites.
    pub frozen_for_parasites: bool,
    /// Whether the doneness is one that suits this kind.
    pub band_usual: bool,
    /// Whether a face scorches.
    pub scorches: bool,
    /// What is on it.
    pub coating: &'a Coating,
    /// Stuffed.
    pub stuffed: bool,
    /// The fat in pan or pot.
    pub oil: &'a Oil,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// Level of the oil with the fish in, as a share of the pot's height.
    pub oil_level_share: Option<f64>,
    /// Guests at risk eat it.
    pub at_risk: bool,
    /// The look before buying said to cook it through.
    pub cook_through: bool,
}

/// Oil this close to the lower end of its smoke point is warned of, K.
const SMOKE_MARGIN_K: f64 = 5.0;
/// Oil and fish together may fill a pot to this share of its height (common practice).
pub const OIL_LEVEL_LIMIT: f64 = 0.5;

impl Rule {
    fn applies(self, c: &Circumstances<'_>) -> bool {
        let fries = c.method.fill.is_some_and(|f: Fill| f.liquid == Liquid::Oil);
        let in_fat = c.method.family == Family::Pan || fries;
        let open_to_parasites = !c.verdict.parasites_killed && !c.frozen_for_parasites;
        let fresh = c.species.freshwater && c.species.origin == Origin::WildFresh;
        match self {
            Self::MercuryAtRisk => c.species.mercury,
            Self::CiguateraAtRisk => c.species.ciguatera,
            Self::FreshwaterUndercooked => fresh && !c.verdict.parasites_killed,
            Self::Parasites => open_to_parasites && c.species.origin == Origin::WildSea,
            Self::ParasitesExemptFarmed => {
                open_to_parasites && c.species.origin == Origin::FarmedPellet
            }
            Self::ParasitesExemptTuna => open_to_parasites && c.species.origin == Origin::Tuna,
            Self::BelowBook => !c.verdict.reaches_63c_15s,
            Self::Stuffed => c.stuffed && !c.verdict.reaches_limit,
            Self::Minced => c.cut.minced && !c.stuffed && !c.verdict.reaches_limit,
            Self::SugarFlares => {
                c.coating.id == "sugary_marinade"
                    && matches!(c.method.family, Family::Grill | Family::Oven)
            }
            Self::SmokePoint => in_fat && c.medium_c > c.oil.smoke_point_c[0] - SMOKE_MARGIN_K,
            Self::Overfull => c.oil_level_share.is_some_and(|share| share > OIL_LEVEL_LIMIT),
            Self::Spatter => fries && c.coating.wet > 0.2,
            Self::ParcelSteam => c.coating.wraps,
            Self::AtRisk => c.at_risk,
            Self::CookThrough => c.cook_through,
            Self::NotListeria => {
                c.verdict.reaches_63c_15s && c.verdict.f70_min < LISTERIA_6_LOG_MIN
            }
            Self::BandUnusual => !c.band_usual,
            Self::Histamine => c.species.histamine,
            Self::Tempered => c.start_c > FRIDGE_C,
            Self::Scorch => c.scorches,
            Self::ThinOilFilm => c.method.family == Family::Pan,
            Self::DeepOil => c.method.family == Family::Fry,
            Self::SteamBurn => {
                c.method.family == Family::Steam
                    || c.method.needs.first() == Some(&crate::catalogue::GearKind::LiddedPan)
            }
            Self::Fire | Self::CharcoalIndoors => c.method.family == Family::Grill,
            Self::Bones => c.cut.on_the_bone,
            Self::Always => true,
        }
    }
}

impl Circumstances<'_> {
    /// A caution's text with this plan's oil and figures in it.
    fn fill_in(&self, text: &str) -> String {
        let percent = |share: f64| format!("{:.0} %", share * 100.0);
        text.replace("{oil}", &self.oil.name)
            .replace(
                "{smoke}",
                &format!("{:.0}–{:.0} °C", self.oil.smoke_point_c[0], self.oil.smoke_point_c[1]),
            )
            .replace("{level}", &self.oil_level_share.map_or_else(String::new, percent))
    }
}

/// The safety block of a plan.
pub fn assess(catalogue: &Catalogue, circumstances: &Circumstances<'_>) -> Safety {
    let verdict = circumstances.verdict;
    let limit = Limit::of(circumstances.cut, circumstances.stuffed);
    Safety {
        reaches_63c_15s: verdict.reaches_63c_15s,
        limit_c: limit.core_c,
        limit_hold_s: limit.hold_s,
        reaches_limit: verdict.reaches_limit,
        f70_min: verdict.f70_min,
        listeria_6_log: verdict.f70_min >= LISTERIA_6_LOG_MIN,
        parasites_killed: verdict.parasites_killed,
        cautions: catalogue
            .cautions
            .iter()
            .filter(|caution| caution.when.applies(circumstances))
            .map(|caution| circumstances.fill_in(&caution.text))
            .collect(),
    }
}
