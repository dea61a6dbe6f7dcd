//! The cues that a piece can show, and when it shows them.

use serde::Serialize;

use super::cue::{Stage, can_show};
use super::estimate::{Evidence, Observed};
use super::promise::Promise;
use super::senses::{CoreModel, predict};
use crate::catalogue::Cue;
use crate::say::tenth;
use crate::setup::Setup;
use crate::timeline::Lived;

/// A cue that a piece can show.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CueSheetRow {
    /// Its id in the catalogue.
    pub cue: String,
    /// Its stages, rawest first.
    pub stages: Vec<CueSheetStage>,
}

/// A stage of a cue.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CueSheetStage {
    /// Its id.
    pub value: String,
    /// When it begins, s after the fish met the heat; none where it never does while the fish is in.
    pub from_s: Option<f64>,
}

/// Each cue is evaluated at so many moments while the piece is in the heat.
const MOMENTS: u32 = 30;

/// The cues of a piece that is in the heat until the end of `lived`, in the order in which a cook uses them.
pub(super) fn build_cue_sheet<'a>(
    setup: &Setup<'a>,
    promise: &Promise,
    lived: &Lived<'a>,
) -> Vec<CueSheetRow> {
    let catalogue = setup.bench.catalogue;
    let cues: Vec<&Cue> = catalogue.cues.iter().filter(|cue| can_show(setup, cue)).collect();
    let at_s: Vec<f64> =
        (1..=MOMENTS).map(|i| lived.out_s * f64::from(i) / f64::from(MOMENTS)).collect();
    let over_k = |at_s: f64| promise.over_at_k(at_s);
    let core = CoreModel { core_share: promise.core_share, over_k: &over_k };
    let first = |cue: &Cue| cue.values.first().and_then(|v| Stage::of(catalogue, &cue.id, &v.id));
    let stages: Vec<Stage> = cues.iter().filter_map(|cue| first(cue)).collect();
    let evidence = |at_s: &f64| {
        let at_s = *at_s;
        stages.iter().map(move |stage| Evidence { at_s, what: Observed::Cue(*stage) })
    };
    let evidence: Vec<Evidence> = at_s.iter().flat_map(evidence).collect();
    let predictions = predict(setup, |_| lived.clone(), core, [0.0; 2], &evidence);
    let row = |(place, cue): (usize, &&Cue)| {
        let quantities: Vec<f64> =
            predictions.iter().skip(place).step_by(stages.len()).map(|[q, _]| *q).collect();
        let begins = |value: &str| {
            let stage = Stage::of(catalogue, &cue.id, value)?;
            let first = quantities.iter().position(|q| stage.has_begun(*q))?;
            // The first moment stands for all before it.
            Some(if first == 0 { 0.0 } else { tenth(at_s[first]) })
        };
        let stage = |value: &str| CueSheetStage { value: value.to_owned(), from_s: begins(value) };
        CueSheetRow {
            cue: cue.id.clone(),
            stages: cue.values.iter().map(|value| stage(&value.id)).collect(),
        }
    };
    cues.iter().enumerate().map(row).collect()
}
