//! The embedded data: complete, possible, and the same as its sources.

#[path = "../../cindo-heat/tests/support/mod.rs"]
mod support;

use std::collections::HashSet;

use cindo_core::catalogue::{Catalogue, FaceContext, FaceRow, School, Wetness};
use cindo_heat::surround::Face;
use cindo_heat::water::Air;
use support::Table;

/// Composition: USDA National Nutrient Database for Standard Reference, release 24.
#[test]
fn every_kind_has_the_composition_of_its_row() {
    let catalogue = Catalogue::embedded().unwrap();
    assert!(catalogue.species.len() >= 30);
    let table = Table::read("usda_sr24_raw_finfish.csv");
    for species in &catalogue.species {
        let row = table
            .rows()
            .find(|r| r.text("ndb_no") == species.usda_row.to_string())
            .unwrap_or_else(|| panic!("{}: no row {}", species.id, species.usda_row));
        assert_eq!(row.text("name"), species.usda_name);
        for (column, value) in [
            ("water_g", species.composition.water),
            ("protein_g", species.composition.protein),
            ("fat_g", species.composition.fat),
            ("ash_g", species.composition.ash),
        ] {
            assert!((row.number(column) - value).abs() < 1e-9, "{} {column}", species.id);
        }
    }
}

/// Raw fish, ASHRAE Handbook - Refrigeration and Choi & Okos: k 0.47 to 0.57 W/(m K), cp 3.3 to
/// 3.9 kJ/(kg K), diffusivity 1.32e-7 to 1.41e-7 m²/s at 20 °C.
#[test]
fn every_kind_conducts_like_raw_fish() {
    for species in &Catalogue::embedded().unwrap().species {
        let p = species.flesh().properties(20.0);
        let diffusivity = p.conductivity_w_mk / (p.density_kg_m3 * p.specific_heat_j_kgk);
        assert!((0.465..=0.575).contains(&p.conductivity_w_mk), "{} {p:?}", species.id);
        assert!((3290.0..=3950.0).contains(&p.specific_heat_j_kgk), "{} {p:?}", species.id);
        assert!((1.31e-7..=1.42e-7).contains(&diffusivity), "{} {diffusivity:e}", species.id);
    }
}

#[test]
fn entries_are_unique_complete_and_refer_to_what_exists() {
    let c = Catalogue::embedded().unwrap();
    let unique = |ids: Vec<&str>| {
        let set: HashSet<_> = ids.iter().collect();
        assert_eq!(set.len(), ids.len(), "{ids:?}");
        for id in ids {
            assert!(
                id.chars().all(|ch| ch.is_ascii_lowercase() || ch.is_ascii_digit() || ch == '_'),
                "{id}"
            );
        }
    };
    unique(c.species.iter().map(|s| s.id.as_str()).collect());
    unique(c.cuts.iter().map(|s| s.id.as_str()).collect());
    unique(c.methods.iter().map(|s| s.id.as_str()).collect());
    unique(c.bands.iter().map(|s| s.id.as_str()).collect());
    unique(c.oils.iter().map(|s| s.id.as_str()).collect());
    unique(c.coatings.iter().map(|s| s.id.as_str()).collect());
    unique(c.gear.iter().map(|s| s.id.as_str()).collect());
    for s in &c.species {
        assert!(!s.cuts.is_empty() && !s.bones.is_empty(), "{}", s.id);
        assert!(s.doneness.contains(&s.usual_doneness), "{}", s.id);
        assert!(s.doneness.iter().all(|d| c.band(d).is_some()), "{}", s.id);
        for cut in &s.cuts {
            assert!(c.cut(&cut.cut).is_some(), "{} {}", s.id, cut.cut);
            assert!((4.0..=80.0).contains(&cut.thickness_mm), "{} {}", s.id, cut.cut);
        }
        // A row that stands in for another kind says so.
        let first = s.name.to_lowercase();
        let word = first.split([' ', ',', '(']).next().unwrap();
        assert!(
            s.usda_name.to_lowercase().contains(word)
                || s.usda_note.is_some()
                || ALIASES.contains(&s.id.as_str()),
            "{} takes {} without saying so",
            s.id,
            s.usda_name
        );
    }
    for m in &c.methods {
        assert!(!m.reason.is_empty() && !m.tools.is_empty() && !m.about.is_empty(), "{}", m.id);
        assert!(m.fit.len() >= 3, "{} has too few reasons", m.id);
        for rule in &m.fit {
            assert!(rule.reason.ends_with('.') && rule.points.abs() >= 1.0, "{} {rule:?}", m.id);
            let named = rule.cuts.iter().flatten();
            assert!(named.into_iter().all(|id| c.cut(id).is_some()), "{} {rule:?}", m.id);
        }
        let variants: Vec<_> = m.stages.iter().filter_map(|s| s.variant.as_ref()).collect();
        assert!(
            variants.iter().all(|v| m.variants.iter().any(|known| known.id == **v)),
            "{}",
            m.id
        );
        let turns = m.schools.iter().any(|s| *s != School::OneSide);
        assert_eq!(m.turn.is_some(), turns, "{}", m.id);
        assert!(m.looks.last().is_some_and(|l| l.below_c.is_none()), "{}", m.id);
        if let (Some([low, high]), Some(usual)) = (m.range_c, m.default_c) {
            assert!(low < usual && usual < high, "{}", m.id);
        }
    }
    // Every face row is used, and every coat suits something.
    let rows = |m: &cindo_core::catalogue::Method| -> Vec<String> {
        let stages = m.stages.iter();
        stages.flat_map(|s| [&s.below, &s.above, &s.side]).flatten().cloned().collect()
    };
    let mut used: HashSet<String> = c.methods.iter().flat_map(rows).collect();
    // By a lid that comes off, too, and by what a fish may be moved to.
    used.extend(c.faces.values().filter_map(|row| row.uncovered.clone()));
    for heat in &c.heats {
        assert!(used.contains(&heat.above) && used.contains(&heat.below), "{}", heat.id);
        let [low_c, high_c] = heat.range_c;
        assert!(low_c < heat.usual_c && heat.usual_c < high_c, "{}", heat.id);
    }
    let cooks = |name: &&String| !name.starts_with("rest_") && !name.starts_with("cold_");
    for name in c.faces.keys().filter(cooks) {
        assert!(used.contains(name), "no method uses {name}");
    }
    for coat in &c.coatings {
        assert!(c.methods.iter().any(|m| m.coats.contains(&coat.id)), "{}", coat.id);
    }
    for b in &c.bands {
        assert!(b.to_c.is_none_or(|to| to > b.from_c), "{}", b.id);
    }
    assert!(c.cautions.iter().all(|caution| caution.text.len() > 20));
    assert!(c.sources.len() >= 3);
}

/// Kinds whose row names them by another common name.
const ALIASES: &[&str] =
    &["redfish", "wild_salmon", "walleye", "mahi", "sockeye", "sole", "flounder", "gurnard"];

fn film(row: &FaceRow) -> f64 {
    let context = FaceContext {
        boil_c: 100.0,
        surface: Wetness { wet: 0.15, ..Wetness::default() },
        film_factor: 1.0,
    };
    row.surround(&context).face.h
}

/// Film coefficients against correlations of the general-purpose library `ht` 1.2 (MIT); the
/// correlations differ among themselves by 30 to 45 %, so within a factor of two.
#[test]
fn film_coefficients_are_near_published_correlations() {
    let faces = Catalogue::embedded().unwrap().faces;
    let table = Table::read("ht_h_reference.csv");
    let near = |h: f64, start: &str| {
        let mut seen = 0;
        for row in table.rows().filter(|r| r.text("case").starts_with(start)) {
            let published = row.number("value");
            assert!(
                (0.5..=2.0).contains(&(h / published)),
                "{}: {h} against {published}",
                row.text("case")
            );
            seen += 1;
        }
        assert!(seen > 0, "no row starts with {start}");
    };
    near(film(&faces["still_oven"]), "still oven");
    near(film(&faces["fan_oven"]), "fan oven 2 m/s");
    near(film(&faces["poaching_liquid"]), "circulated bath 0.05");
}

/// Radiation against the same library.
#[test]
fn radiation_follows_the_fourth_power() {
    for (hot, cold, flux) in [(200.0, 60.0, 1929.0), (250.0, 70.0, 3115.0), (700.0, 70.0, 45_062.0)]
    {
        let face = Face {
            h: 0.0,
            medium_c: 20.0,
            emissivity: 0.9,
            radiant_c: Some(hot),
            wet: 0.0,
            dries_kg_m2: None,
            vapour_pa: 1000.0,
            coat_m2k_w: 0.0,
        };
        // A nearly perfect conductor behind the face holds the surface at the cell's temperature.
        let got = face.balance(cold, 1e9, &Air::boiling_at(100.0), cold).incoming_w_m2;
        assert!((got / flux - 1.0).abs() < 2e-3, "{hot} to {cold}: {got} against {flux}");
    }
}
