//! The look before buying: signs to a verdict, with its reason.

use serde::{Deserialize, Serialize};

use std::collections::BTreeMap;

use crate::catalogue::{Catalogue, Form, Origin, Sign, SignOption, Species};
use crate::error::{FieldError, Problems};
use crate::piece::{Freshness, KIND};
use crate::say::sentence;

/// What was seen.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct BuyingRequest {
    /// Id of the kind of fish.
    pub species: String,
    /// What is looked at.
    pub form: Form,
    /// Option seen, by sign; what was not looked at is left out.
    pub signs: BTreeMap<String, String>,
}

/// The verdict.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct BuyingAnswer {
    /// What to do with it; none while too little was looked at.
    pub verdict: Option<Freshness>,
    /// In a few words.
    pub title: String,
    /// Why.
    pub reason: String,
    /// What to mind.
    pub notes: Vec<String>,
    /// Signs still to look at.
    pub open: u32,
}

/// Looked at fewer than this, there is no verdict.
const ENOUGH_SIGNS: usize = 3;

/// Points as a share of what a perfect fish would get, from which each verdict holds (modelling
/// choices).
const RAW_SHARE: f64 = 0.85;

const TODAY_SHARE: f64 = 0.35;

const THROUGH_SHARE: f64 = -0.45;

/// Judges what was seen.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn judge(
    catalogue: &Catalogue,
    request: &BuyingRequest,
) -> Result<BuyingAnswer, Vec<FieldError>> {
    let mut problems = Problems::new();
    let species = problems.named("species", KIND, &request.species, &catalogue.species, |s| &s.id);
    let mut seen: Vec<(&Sign, &SignOption)> = Vec::new();
    let asked: Vec<&Sign> =
        catalogue.signs.iter().filter(|s| s.forms.contains(&request.form)).collect();
    for (id, option) in &request.signs {
        let field = format!("signs.{id}");
        let Some(sign) = asked.iter().find(|s| s.id == *id) else {
            let known: Vec<&str> = asked.iter().map(|s| s.id.as_str()).collect();
            problems.add(&field, format!("not looked at here; allowed are {}", known.join(", ")));
            continue;
        };
        let found = problems.named(&field, "how it can look", option, &sign.options, |o| &o.id);
        seen.extend(found.map(|found| (*sign, found)));
    }
    problems.finish()?;
    let Some(species) = species else { return Err(Vec::new()) };
    let open = u32::try_from(asked.len() - seen.len()).unwrap_or(u32::MAX);
    Ok(verdict(species, request.form, &seen, open))
}

fn verdict(
    species: &Species,
    form: Form,
    seen: &[(&Sign, &SignOption)],
    open: u32,
) -> BuyingAnswer {
    let best: f64 = seen.iter().map(|(sign, _)| best_points(sign)).sum();
    let points: f64 = seen.iter().map(|(_, option)| option.points).sum();
    let mut faults: Vec<&SignOption> =
        seen.iter().map(|(_, o)| *o).filter(|o| o.fault.is_some()).collect();
    faults.sort_by(|a, b| a.points.total_cmp(&b.points));
    let said: Vec<&str> = faults.iter().take(2).filter_map(|o| o.fault.as_deref()).collect();
    let stopped = faults.iter().any(|o| o.stop);
    let share = points / best.max(1.0);
    let freshness = match share {
        _ if stopped => Some(Freshness::LeaveIt),
        _ if seen.len() < ENOUGH_SIGNS => None,
        s if s >= RAW_SHARE && raw_at_all(species) => Some(Freshness::UseRaw),
        s if s >= TODAY_SHARE => Some(Freshness::CookToday),
        s if s >= THROUGH_SHARE => Some(Freshness::CookThrough),
        _ => Some(Freshness::LeaveIt),
    };
    let frozen = form == Form::Frozen;
    let title = match freshness {
        None => "Look a little longer",
        Some(Freshness::UseRaw) if frozen => "Good frozen fish",
        Some(Freshness::UseRaw) => "As fresh as it gets",
        Some(Freshness::CookToday) if frozen => "Sound: thaw it as you need it",
        Some(Freshness::CookToday) => "Good: cook it today",
        Some(Freshness::CookThrough) => "Past its best: cook it through, today",
        Some(Freshness::LeaveIt) => "Leave it",
    };
    let reason = match (freshness, said.as_slice()) {
        (None, _) => format!("At least {ENOUGH_SIGNS} signs make a verdict."),
        (_, []) => "Every sign speaks for it.".to_owned(),
        (Some(Freshness::UseRaw | Freshness::CookToday), list) => {
            format!("Most signs speak for it, but {}.", list.join(" and "))
        }
        (_, list) => sentence(&list.join(", and ")),
    };
    let mut notes: Vec<String> = seen.iter().filter_map(|(sign, _)| sign.note.clone()).collect();
    if freshness == Some(Freshness::UseRaw) {
        notes.push(match species.origin {
            Origin::WildSea if !frozen => "Fresh does not mean free of parasites: served below 60\u{a0}°C it must have been frozen first.".to_owned(),
            _ => "Fit for little heat; the cautions of the plan still apply.".to_owned(),
        });
    }
    if species.histamine && freshness != Some(Freshness::LeaveIt) {
        notes.push("Histamine has no smell: ask how long this kind has been on ice, and take it home cold.".to_owned());
    }
    BuyingAnswer { verdict: freshness, title: title.to_owned(), reason, notes, open }
}

fn best_points(sign: &Sign) -> f64 {
    sign.options.iter().map(|o| o.points).fold(0.0, f64::max)
}

/// Freshwater fish is never eaten raw-leaning.
fn raw_at_all(species: &Species) -> bool {
    species.origin != Origin::WildFresh
}

#[cfg(test)]
mod tests {
    use super::*;

    fn judged(form: Form, pick: impl Fn(&Sign) -> usize) -> BuyingAnswer {
        let catalogue = Catalogue::embedded().unwrap();
        let signs = catalogue.signs.iter().filter(|s| s.forms.contains(&form));
        let signs = signs.map(|s| (s.id.clone(), s.options[pick(s)].id.clone())).collect();
        judge(&catalogue, &BuyingRequest { species: "mackerel".into(), form, signs }).unwrap()
    }

    #[test]
    fn best_and_worst_of_everything_are_clear() {
        for form in [Form::Whole, Form::Cut, Form::Frozen] {
            let best = |s: &Sign| {
                (0..s.options.len())
                    .max_by(|a, b| s.options[*a].points.total_cmp(&s.options[*b].points))
                    .unwrap()
            };
            assert_eq!(judged(form, best).verdict, Some(Freshness::UseRaw), "{form:?}");
            let worst = judged(form, |s| s.options.len() - 1);
            assert_eq!(worst.verdict, Some(Freshness::LeaveIt), "{form:?}: {}", worst.reason);
        }
    }

    /// Common practice: slime alone decides nothing, smell alone does.
    #[test]
    fn slime_counts_little_and_smell_decides() {
        let with = |id: &'static str, option: usize| {
            judged(Form::Whole, move |s| if s.id == id { option } else { 0 })
        };
        assert_ne!(with("slime", 2).verdict, Some(Freshness::LeaveIt));
        assert!(with("slime", 2).notes.iter().any(|n| n.contains("both ways")));
        assert_eq!(with("smell", 2).verdict, Some(Freshness::LeaveIt));
        let middling = judged(Form::Whole, |_| 1);
        assert!(matches!(middling.verdict, Some(Freshness::CookThrough | Freshness::LeaveIt)));
    }

    #[test]
    fn a_glance_is_not_a_verdict_and_nonsense_is_named() {
        let catalogue = Catalogue::embedded().unwrap();
        let ask = |species: &str, signs: &[(&str, &str)]| {
            let signs = signs.iter().map(|(a, b)| ((*a).to_owned(), (*b).to_owned())).collect();
            judge(&catalogue, &BuyingRequest { species: species.into(), form: Form::Whole, signs })
        };
        let glance = ask("cod", &[("eyes", "bright")]).unwrap();
        assert_eq!((glance.verdict, glance.open > 3), (None, true));
        let errors = ask("unicorn", &[("eyes", "green"), ("frost", "none")]).unwrap_err();
        let fields: Vec<&str> = errors.iter().map(|e| e.field.as_str()).collect();
        assert_eq!(fields, ["species", "signs.eyes", "signs.frost"]);
    }
}
