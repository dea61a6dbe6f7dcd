use cindo_core::prep::PrepAnswer;
use jiff::SignedDuration;
use serde::Serialize;

use super::words;

/// A `HowTo` in the vocabulary of schema.org, as JSON-LD.
#[derive(Debug, Serialize)]
#[serde(rename_all = "camelCase")]
pub(crate) struct HowTo {
    #[serde(rename = "@context")]
    context: &'static str,
    #[serde(rename = "@type")]
    kind: &'static str,
    name: String,
    total_time: String,
    prep_time: String,
    perform_time: String,
    supply: Vec<Item>,
    tool: Vec<Item>,
    step: Vec<Direction>,
}

/// Something that is used up, or used.
#[derive(Debug, Serialize)]
#[serde(rename_all = "camelCase")]
struct Item {
    #[serde(rename = "@type")]
    kind: &'static str,
    name: String,
    #[serde(skip_serializing_if = "Option::is_none")]
    required_quantity: Option<String>,
}

/// One step.
#[derive(Debug, Serialize)]
struct Direction {
    #[serde(rename = "@type")]
    kind: &'static str,
    position: usize,
    name: String,
    text: String,
}

/// A length of time as ISO 8601 has it.
fn duration(seconds: f64) -> String {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let seconds = SignedDuration::from_secs(seconds.round() as i64);
    seconds.to_string()
}

/// The preparation and the cooking as a `HowTo`.
pub(crate) fn how_to(answer: &PrepAnswer) -> HowTo {
    let before = answer.steps.iter().map(|s| (s.title.clone(), words(s)));
    let cooking =
        answer.cooking.iter().map(|s| (s.title.clone(), format!("{} {}", s.detail, s.cue)));
    let step = before
        .chain(cooking)
        .enumerate()
        .map(|(i, (name, text))| Direction { kind: "HowToStep", position: i + 1, name, text })
        .collect();
    let supply = answer.amounts.iter().flat_map(|a| &a.parts).map(|part| Item {
        kind: "HowToSupply",
        name: part.name.clone(),
        required_quantity: Some(format!("{} g", part.grams)),
    });
    let tool = answer.vessel.iter().map(|v| Item {
        kind: "HowToTool",
        name: v.vessel.clone(),
        required_quantity: None,
    });
    let cooking_s = super::cooking_s(answer);
    HowTo {
        context: "https://schema.org",
        kind: "HowTo",
        name: answer.title.clone(),
        total_time: duration(answer.lead_s + cooking_s),
        prep_time: duration(answer.lead_s),
        perform_time: duration(cooking_s),
        supply: supply.collect(),
        tool: tool.collect(),
        step,
    }
}

#[cfg(test)]
mod tests {
    use cindo_core::catalogue::Catalogue;
    use cindo_core::piece::Piece;
    use cindo_core::prep::{PrepRequest, prepare};
    use cindo_core::setup::{Doneness, PlanRequest};
    use serde_json::Value;

    use super::*;

    /// Lengths of time by ISO 8601, from its examples.
    #[test]
    fn durations_are_iso_8601() {
        assert_eq!(duration(4800.0), "PT1H20M");
        assert_eq!(duration(59.6), "PT1M");
        assert_eq!(duration(0.0), "PT0S");
    }

    #[test]
    fn every_step_and_supply_is_in_the_how_to() {
        let catalogue = Catalogue::embedded().unwrap();
        let plan = PlanRequest {
            piece: Piece {
                species: "plaice".into(),
                cut: "fillet".into(),
                thickness_mm: 12.0,
                start_c: 5.0,
                ..Piece::default()
            },
            method: "saute".into(),
            doneness: Doneness::Band("just_done".into()),
            ..PlanRequest::default()
        };
        let answer = prepare(&catalogue, &PrepRequest { plan, ..PrepRequest::default() }).unwrap();
        let json: Value = serde_json::to_value(how_to(&answer)).unwrap();
        assert_eq!(
            (&json["@context"], &json["@type"]),
            (&"https://schema.org".into(), &"HowTo".into())
        );
        let steps = json["step"].as_array().unwrap();
        assert_eq!(steps.len(), answer.steps.len() + answer.cooking.len());
        for (i, step) in steps.iter().enumerate() {
            assert_eq!(step["position"], i + 1);
            assert_eq!(step["@type"], "HowToStep");
            assert!(!step["text"].as_str().unwrap().is_empty());
        }
        let parts: usize = answer.amounts.iter().map(|a| a.parts.len()).sum();
        assert_eq!(json["supply"].as_array().unwrap().len(), parts);
        assert!(json["supply"][0]["requiredQuantity"].as_str().unwrap().ends_with(" g"));
    }
}
