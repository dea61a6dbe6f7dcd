//! What a method leaves to choose, as asked for or as usual: turning, coat, variation, gear, heat.

use std::sync::Arc;

use super::Second;
use super::request::{MOST_GEAR, PlanRequest};
use crate::catalogue::{Catalogue, Coating, Family, Method, School};
use crate::error::Problems;
use crate::kitchen::{Known, OwnKitchen};
use crate::say::{CELSIUS, listed, quoted};

/// Steam may be asked for by its temperature if that is boiling here, K either way.
const STEAM_TOLERANCE_K: f64 = 2.0;

/// The school asked for, or the usual one; where nothing is turned it does not matter.
pub(super) fn check_school(
    method: &Method,
    asked: Option<School>,
    has_best_side: bool,
    problems: &mut Problems,
) -> School {
    let Some(usual) = method.schools.first() else { return School::OneSide };
    let fallback = if *usual == School::SkinSide
        && !has_best_side
        && method.schools.contains(&School::TwoSided)
    {
        School::TwoSided
    } else {
        *usual
    };
    let school = asked.unwrap_or(fallback);
    if !method.schools.contains(&school) {
        let allowed: Vec<_> = method.schools.iter().map(ToString::to_string).collect();
        problems.add(
            "school",
            format!(
                "`{school}` is not a way of turning for {}; allowed are {}",
                method.name.to_lowercase(),
                allowed.join(", ")
            ),
        );
    }
    school
}

pub(super) fn check_coating<'a>(
    catalogue: &'a Catalogue,
    method: &Method,
    asked: Option<&str>,
    problems: &mut Problems,
) -> Option<&'a Coating> {
    let id = asked.or(method.coats.first().map(String::as_str))?;
    let coating = problems.named("coating", "a coat", id, &catalogue.coatings, |c| &c.id)?;
    if !method.coats.contains(&coating.id) {
        problems.add(
            "coating",
            format!(
                "fish {} does not suit {}: {}; allowed are {}",
                coating.name,
                method.name.to_lowercase(),
                coating.misfit(method),
                method.coats.join(", ")
            ),
        );
    }
    Some(coating)
}

pub(super) fn check_variant<'a>(
    method: &'a Method,
    asked: Option<&str>,
    problems: &mut Problems,
) -> Option<&'a str> {
    let Some(id) = asked else { return method.variants.first().map(|v| v.id.as_str()) };
    let found = method.variants.iter().find(|v| v.id == id);
    if found.is_none() {
        let known = listed(method.variants.iter().map(|v| v.id.as_str()));
        let allowed = if known.is_empty() {
            "leave it out".to_owned()
        } else {
            format!("allowed are {known}")
        };
        problems.add(
            "variant",
            format!("{} is not a variation of {}; {allowed}", quoted(id), method.name),
        );
    }
    found.map(|v| v.id.as_str())
}

/// Gear at hand, that of the kitchen's own first: what is listed, or all of it.
pub(crate) fn at_hand(
    catalogue: &Catalogue,
    own: Option<&OwnKitchen>,
    listed: Option<&[String]>,
    problems: &mut Problems,
) -> Vec<Arc<Known>> {
    let mut known: Vec<Known> = own.map_or_else(Vec::new, |own| own.known(catalogue, problems));
    // One's own takes the place of one of the same name in the catalogue.
    let others = catalogue.gear.iter().filter(|gear| known.iter().all(|k| k.gear.id != gear.id));
    let others: Vec<Known> = others.map(Known::of_catalogue).collect();
    known.extend(others);
    let known: Vec<Arc<Known>> = known.into_iter().map(Arc::new).collect();
    let Some(listed) = listed else { return known };
    if !problems.at_most("gear", listed, MOST_GEAR) {
        return Vec::new();
    }
    let mut chosen = Vec::with_capacity(listed.len());
    for (i, id) in listed.iter().enumerate() {
        let field = format!("gear.{i}");
        chosen.extend(problems.named(&field, "gear", id, &known, |k| &k.gear.id).cloned());
    }
    chosen
}

/// One piece of gear for each need, from what is at hand.
pub(super) fn check_gear(
    catalogue: &Catalogue,
    method: &Method,
    request: &PlanRequest,
    problems: &mut Problems,
) -> Vec<Arc<Known>> {
    let at_hand = at_hand(catalogue, request.kitchen.as_ref(), request.gear.as_deref(), problems);
    let preferred = request.vessel.as_deref().and_then(|id| {
        let suits = |known: &&Arc<Known>| method.needs.iter().any(|n| known.gear.kinds.contains(n));
        let found = at_hand.iter().filter(suits).find(|known| known.gear.id == id);
        if found.is_none() {
            let allowed = at_hand.iter().filter(suits).map(|known| known.gear.id.as_str());
            problems.add(
                "vessel",
                format!(
                    "{} is nothing at hand for {}; allowed are {}",
                    quoted(id),
                    method.name.to_lowercase(),
                    listed(allowed)
                ),
            );
        }
        found
    });
    let mut chosen = Vec::with_capacity(method.needs.len());
    for kind in &method.needs {
        let mut in_order = preferred.into_iter().chain(&at_hand);
        match in_order.find(|known| known.gear.kinds.contains(kind)) {
            Some(known) => chosen.push(Arc::clone(known)),
            None => {
                problems.add("gear", format!("{} needs {kind}, and none is at hand", method.name));
            }
        }
    }
    chosen
}

/// Temperatures of a second heat, °C, and moments of moving there, s, of any method.
const SECOND_C: (f64, f64) = (120.0, 250.0);
const SECOND_S: (f64, f64) = (20.0, 900.0);

/// The second heat asked for, or the usual one.
pub(super) fn check_second(
    method: &Method,
    request: &PlanRequest,
    problems: &mut Problems,
) -> Option<Second> {
    let asked = [
        ("second_c", request.second_c, SECOND_C, "°C"),
        ("second_s", request.second_s, SECOND_S, "s"),
    ];
    for (field, value, (low, high), unit) in asked {
        let Some(value) = value else { continue };
        // What is out of range is said also where it would not count.
        problems.range(field, value, low, high, unit);
        if method.second.is_none() {
            problems.add(
                field,
                format!("{} has one heat only; leave it out", method.name.to_lowercase()),
            );
        }
    }
    let second = method.second.as_ref()?;
    let medium_c = request.second_c.unwrap_or(second.default_c);
    let from_s = request.second_s.unwrap_or(second.default_s);
    Some(Second { medium_c, from_s })
}

/// The temperature asked for, or the usual one.
pub(super) fn check_medium(
    method: &Method,
    (asked_c, usual_c): (Option<f64>, Option<f64>),
    boil_c: f64,
    problems: &mut Problems,
) -> f64 {
    let (Some([low, high]), Some(default)) = (method.range_c, usual_c) else {
        if let Some(asked) = asked_c
            && (asked - boil_c).abs() > STEAM_TOLERANCE_K
        {
            problems.add(
                "medium_c",
                format!(
                    "{} is at boiling point, {boil_c:.1}{CELSIUS} here; leave medium_c out",
                    method.medium
                ),
            );
        }
        return boil_c;
    };
    // Liquids stop at boiling, which altitude lowers.
    let high = if method.family == Family::Wet { high.min(boil_c) } else { high };
    let high = (high * 10.0).floor() / 10.0;
    let medium_c = asked_c.unwrap_or(default.min(high));
    if high < low {
        problems.add(
            "altitude_m",
            format!(
                "water boils at {boil_c:.0}{CELSIUS} up here, and {} wants {low:.0}{CELSIUS} and more; choose another way, or a lower place",
                method.name.to_lowercase()
            ),
        );
        return medium_c;
    }
    problems.range("medium_c", medium_c, low, high, "°C");
    medium_c
}
