//! How long fish may lie in a marinade: what acid, salt and sugar in it set as limits.

use serde::Serialize;

use super::salt::diffusivity_m2_s;
use crate::catalogue::{Catalogue, Ingredient, Mixture};
use crate::piece::FRIDGE_C;

/// A marinade's limits.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Marinade {
    /// Acid, g per 100 g.
    pub acid_percent: f64,
    /// Salt, g per 100 g.
    pub salt_percent: f64,
    /// Sugar, g per 100 g.
    pub sugar_percent: f64,
    /// Longest time in it, min.
    pub longest_min: f64,
    /// In sentences: what sets the limit, what burns.
    pub notes: Vec<String>,
}

/// Nothing is gained after this, min (common practice: half an hour to two hours).
const ENOUGH_MIN: f64 = 120.0;
/// No marinade is worth less, min.
const LEAST_MIN: f64 = 15.0;
/// Acid firms ("cooks") flesh to this depth before it shows on the plate, m (modelling choice).
const ACID_DEPTH_M: f64 = 0.002;
/// From this share on, acid firms what it reaches, g/g (modelling choice: flesh turns white in lemon
/// juice, 5 %, and hardly in 1 %).
const FIRMING_SHARE: f64 = 0.01;
/// Salt reaches this depth at the marinade's own strength before it is too much, m, and the strength
/// from which that matters, g/g (modelling choices).
const SALT_DEPTH_M: f64 = 0.003;
const SALTY_SHARE: f64 = 0.03;
/// From this share on, sugar burns before the fish is done, g/g.
const BURNS_SHARE: f64 = 0.05;

/// Time for something that diffuses like salt to reach a depth, min: z² / 4D.
fn reach_min(depth_m: f64) -> f64 {
    depth_m * depth_m / (4.0 * diffusivity_m2_s(FRIDGE_C)) / 60.0
}

/// The limits of a mixture; none of one that has neither acid, salt nor sugar to speak of.
pub fn marinade(catalogue: &Catalogue, mixture: &Mixture) -> Marinade {
    let sum: f64 = mixture.parts.iter().map(|p| p.parts).sum();
    let share = |of: fn(&Ingredient) -> f64| -> f64 {
        let parts = mixture.parts.iter();
        parts
            .filter_map(|p| catalogue.ingredient(&p.ingredient).map(|i| of(i) * p.parts / sum))
            .sum()
    };
    let (acid, salt, sugar) =
        (share(|i| i.acid_share), share(|i| i.salt_share), share(|i| i.sugar_share));
    let mut notes = Vec::new();
    let mut longest_min = ENOUGH_MIN;
    if acid > 0.2 * FIRMING_SHARE {
        // Weaker acid firms less of what it reaches: the depth that matters grows in proportion.
        let depth_m = ACID_DEPTH_M * (FIRMING_SHARE / acid).max(1.0);
        let acid_min = reach_min(depth_m);
        longest_min = longest_min.min(acid_min);
        notes.push(format!(
            "Acid firms and whitens the outside: after {:.0} min it shows.",
            5.0 * (acid_min.min(ENOUGH_MIN) / 5.0).round()
        ));
    }
    if salt > SALTY_SHARE {
        let salt_min = reach_min(SALT_DEPTH_M * (SALTY_SHARE / salt).sqrt());
        longest_min = longest_min.min(salt_min);
        notes.push(format!(
            "Salt in it seasons like a brine of {:.0} %: no other salt.",
            100.0 * salt
        ));
    }
    if sugar > BURNS_SHARE {
        notes.push(
            "Sugar burns and fat flares: wipe it off before the heat, brush the rest on at the end."
                .to_owned(),
        );
    }
    notes.push("Keep a part back before raw fish touches it, or boil it for a minute.".to_owned());
    let percent = |share: f64| (share * 1000.0).round() / 10.0;
    Marinade {
        acid_percent: percent(acid),
        salt_percent: percent(salt),
        sugar_percent: percent(sugar),
        longest_min: 5.0 * (longest_min.max(LEAST_MIN) / 5.0).round(),
        notes,
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Common practice: half an hour to two hours; sugar burns; a part is kept back.
    #[test]
    fn limits_are_those_that_cooks_keep_to() {
        let catalogue = Catalogue::embedded().unwrap();
        let of = |id: &str| marinade(&catalogue, catalogue.mixture(id).unwrap());
        let (paste, glaze) = (of("spice_paste"), of("glaze"));
        for found in [&paste, &glaze] {
            assert!((15.0..=120.0).contains(&found.longest_min), "{found:?}");
            assert!(found.notes.iter().any(|n| n.contains("Keep a part back")));
        }
        assert!(glaze.notes.iter().any(|n| n.contains("burns")), "{glaze:?}");
        assert!(!paste.notes.iter().any(|n| n.contains("burns")), "{paste:?}");
        // By hand: half soy of 15 % salt is 7.5 %, 30 parts of honey 24 % sugar.
        assert!(
            (glaze.salt_percent - 7.5).abs() < 0.01 && (glaze.sugar_percent - 24.0).abs() < 0.01
        );
    }

    #[test]
    fn more_acid_means_less_time() {
        let catalogue = Catalogue::embedded().unwrap();
        let with = |lemon: f64| {
            let mut mixture = catalogue.mixture("spice_paste").unwrap().clone();
            for part in &mut mixture.parts {
                part.parts = if part.ingredient == "lemon" { lemon } else { 0.0 };
            }
            mixture.parts.push(crate::catalogue::MixturePart {
                ingredient: "oil".into(),
                parts: 100.0 - lemon,
            });
            marinade(&catalogue, &mixture).longest_min
        };
        let times = [with(2.0), with(10.0), with(50.0)];
        assert!(times.windows(2).all(|w| w[0] >= w[1]) && times[0] > times[2], "{times:?}");
    }
}
