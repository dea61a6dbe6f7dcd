//! Rules of safety: what a run reached, and what a cook has to be told.

mod watch;

pub use watch::{Verdict, Watch};

use serde::Serialize;

use crate::catalogue::{
    Catalogue, Caution, Coating, Cut, Family, Fill, Liquid, Method, Oil, Origin, Rule, Species,
};
use crate::piece::STOOD_ABOUT_C;
use crate::say::{CELSIUS, fill, percent};
use crate::setup::{Limit, OIL_LEVEL_LIMIT};
use cindo_heat::lethality::LISTERIA_6_LOG_MIN;

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
    /// Those that matter for safety, in a word or two.
    pub chips: Vec<Chip>,
}

/// A caution in a word or two, with the others about the same.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Chip {
    /// The rule that shows it.
    pub when: Rule,
    /// The words.
    pub name: String,
    /// Its whole text, and those of the others about the same.
    pub texts: Vec<String>,
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
    /// Whether charcoal burns under it.
    pub charcoal: bool,
    /// Level of the oil with the fish in, as a share of the pot's height.
    pub oil_level_share: Option<f64>,
    /// Guests at risk eat it.
    pub at_risk: bool,
    /// The look before buying said to cook it through.
    pub cook_through: bool,
}

/// Oil this close to the lower end of its smoke point is warned of, K.
const SMOKE_MARGIN_K: f64 = 5.0;

impl Circumstances<'_> {
    /// Whether a rule's caution is to be shown.
    fn call_for(&self, rule: Rule) -> bool {
        let c = self;
        let fries = c.method.fill.is_some_and(|f: Fill| f.liquid == Liquid::Oil);
        let in_fat = c.method.family == Family::Pan || fries;
        let open_to_parasites = !c.verdict.parasites_killed && !c.frozen_for_parasites;
        let fresh = c.species.freshwater && c.species.origin == Origin::WildFresh;
        match rule {
            Rule::MercuryAtRisk => c.species.mercury,
            Rule::CiguateraAtRisk => c.species.ciguatera,
            Rule::FreshwaterUndercooked => fresh && !c.verdict.parasites_killed,
            Rule::Parasites => open_to_parasites && c.species.origin == Origin::WildSea,
            Rule::ParasitesExemptFarmed => {
                open_to_parasites && c.species.origin == Origin::FarmedPellet
            }
            Rule::ParasitesExemptTuna => open_to_parasites && c.species.origin == Origin::Tuna,
            Rule::BelowBook => !c.verdict.reaches_63c_15s,
            Rule::Stuffed => c.stuffed && !c.verdict.reaches_limit,
            Rule::Minced => c.cut.minced && !c.stuffed && !c.verdict.reaches_limit,
            Rule::SugarFlares => {
                c.coating.id == "sugary_marinade"
                    && matches!(c.method.family, Family::Grill | Family::Oven)
            }
            Rule::SmokePoint => in_fat && c.medium_c > c.oil.smoke_point_c[0] - SMOKE_MARGIN_K,
            Rule::Overfull => c.oil_level_share.is_some_and(|share| share > OIL_LEVEL_LIMIT),
            Rule::Spatter => fries && c.coating.wet > 0.2,
            Rule::ParcelSteam => c.coating.wraps,
            Rule::AtRisk => c.at_risk,
            Rule::CookThrough => c.cook_through,
            Rule::NotListeria => {
                c.verdict.reaches_63c_15s && c.verdict.f70_min < LISTERIA_6_LOG_MIN
            }
            Rule::BandUnusual => !c.band_usual,
            Rule::Histamine => c.species.histamine,
            Rule::Tempered => c.start_c > STOOD_ABOUT_C,
            Rule::Scorch => c.scorches,
            Rule::ThinOilFilm => c.method.family == Family::Pan,
            Rule::DeepOil => c.method.family == Family::Fry,
            Rule::SteamBurn => {
                c.method.family == Family::Steam
                    || c.method.needs.first() == Some(&crate::catalogue::GearKind::LiddedPan)
            }
            Rule::Fire => c.method.family == Family::Grill,
            Rule::CharcoalIndoors => c.charcoal,
            Rule::Bones => c.cut.on_the_bone,
            Rule::Always => true,
        }
    }

    /// A caution's text with this plan's oil and figures in it.
    fn fill_in(&self, text: &str) -> String {
        fill(text, |name| {
            Some(match name {
                "oil" => self.oil.name.clone(),
                "smoke" => {
                    let [from_c, to_c] = self.oil.smoke_point_c;
                    format!("{from_c:.0}–{to_c:.0}{CELSIUS}")
                }
                "level" => self.oil_level_share.map_or_else(String::new, percent),
                _ => return None,
            })
        })
    }
}

/// The safety block of a plan.
pub fn assess(catalogue: &Catalogue, circumstances: &Circumstances<'_>) -> Safety {
    let verdict = circumstances.verdict;
    let limit = Limit::of(circumstances.cut, circumstances.stuffed);
    let called: Vec<(&Caution, String)> = catalogue
        .cautions
        .iter()
        .filter(|caution| circumstances.call_for(caution.when))
        .map(|caution| (caution, circumstances.fill_in(&caution.text)))
        .collect();
    let mut chips: Vec<(Option<&str>, Chip)> = Vec::new();
    for (caution, text) in &called {
        let Some(name) = &caution.chip else { continue };
        let topic = caution.topic.as_deref();
        if let Some((_, chip)) =
            chips.iter_mut().find(|(known, _)| topic.is_some() && *known == topic)
        {
            chip.texts.push(text.clone());
        } else {
            let texts = vec![text.clone()];
            chips.push((topic, Chip { when: caution.when, name: name.clone(), texts }));
        }
    }
    Safety {
        reaches_63c_15s: verdict.reaches_63c_15s,
        limit_c: limit.core_c,
        limit_hold_s: limit.hold_s,
        reaches_limit: verdict.reaches_limit,
        f70_min: verdict.f70_min,
        listeria_6_log: verdict.f70_min >= LISTERIA_6_LOG_MIN,
        parasites_killed: verdict.parasites_killed,
        cautions: called.into_iter().map(|(_, text)| text).collect(),
        chips: chips.into_iter().map(|(_, chip)| chip).collect(),
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// However much comes together, a cook sees at most five, one more where a toxin in the fish comes on top, and each
    /// caution that has words is behind one of them.
    #[test]
    fn cautions_are_few_and_none_is_lost() {
        let catalogue = Catalogue::embedded().unwrap();
        let raw = Verdict {
            reaches_63c_15s: false,
            reaches_limit: false,
            parasites_killed: false,
            f70_min: 0.0,
        };
        let done = Verdict {
            reaches_63c_15s: true,
            reaches_limit: true,
            parasites_killed: true,
            f70_min: 0.1,
        };
        for species in &catalogue.species {
            for (cut, method) in
                catalogue.cuts.iter().flat_map(|c| catalogue.methods.iter().map(move |m| (c, m)))
            {
                let telling = ["none", "sugary_marinade", "salt_crust"];
                for coating in telling.iter().filter_map(|id| catalogue.coating(id)) {
                    let worst = Circumstances {
                        species,
                        cut,
                        method,
                        verdict: raw,
                        start_c: 20.0,
                        frozen_for_parasites: false,
                        band_usual: false,
                        scorches: true,
                        coating,
                        stuffed: cut.on_the_bone,
                        oil: &catalogue.oils[0],
                        medium_c: 250.0,
                        charcoal: method.family == Family::Grill,
                        oil_level_share: method.fill.map(|_| 0.9),
                        at_risk: false,
                        cook_through: false,
                    };
                    // Guests at risk, and fish that is past its best, are planned by the book.
                    for case in [
                        worst,
                        Circumstances { verdict: done, ..worst },
                        Circumstances { verdict: done, at_risk: true, ..worst },
                        Circumstances { verdict: done, cook_through: true, ..worst },
                    ] {
                        let Safety { chips, .. } = assess(&catalogue, &case);
                        let names: Vec<&str> = chips.iter().map(|chip| &*chip.name).collect();
                        let asked = (&species.id, &cut.id, &method.id, &coating.id);
                        let toxins = usize::from(species.mercury || species.ciguatera);
                        assert!(chips.len() <= 5 + toxins, "{asked:?}: {names:?}");
                        let called = catalogue.cautions.iter().filter(|c| case.call_for(c.when));
                        let told = chips.iter().map(|chip| chip.texts.len()).sum::<usize>();
                        assert_eq!(told, called.filter(|c| c.chip.is_some()).count(), "{asked:?}");
                    }
                }
            }
        }
    }
}
