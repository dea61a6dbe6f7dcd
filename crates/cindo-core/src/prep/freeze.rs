//! Freezing against parasites, by the same simulation.

use serde::{Deserialize, Serialize};

use super::cold::{Block, ColdSeries};
use crate::bench::Bench;
use crate::error::{FieldError, Problems};
use crate::piece::Piece;
use crate::say::{CELSIUS, long_time, millimetres, signed};

/// A freezer.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FreezerKind {
    /// Still air: chest or cabinet.
    #[default]
    Still,
    /// Moving air: a blast freezer.
    Blast,
}

/// Freezing one piece against parasites.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FreezeRequest {
    /// The piece; it goes in at its `start_c`.
    pub piece: Piece,
    /// Which freezer.
    #[serde(default)]
    pub freezer: FreezerKind,
    /// Its temperature, °C, −60 to −5.
    #[cfg_attr(feature = "schema", schema(minimum = -60, maximum = -5))]
    pub freezer_c: f64,
    /// Thickness of what freezes together, mm; that of the piece when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[cfg_attr(feature = "schema", schema(minimum = 4, maximum = 200))]
    pub pack_mm: Option<f64>,
}

/// Whether a freezer deals with parasites, and when.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FreezeAnswer {
    /// When the middle has passed −20 °C, s; none when it never does.
    pub through_s: Option<f64>,
    /// When it may be served undercooked, s; none when this freezer does not get there.
    pub safe_s: Option<f64>,
    /// Coldest that the middle gets in this freezer, °C.
    pub coldest_c: f64,
    /// In one sentence.
    pub sentence: String,
    /// What to mind.
    pub cautions: Vec<String>,
    /// Middle and surface over time.
    pub series: ColdSeries,
}

/// Freezing against parasites. Source: FDA Food Code 3-402.11 (from memory).
const PARASITE_FROZEN_C: f64 = -20.0;

const PARASITE_HOLD_S: f64 = 7.0 * 86_400.0;

/// The fast way of the same rule: solid and kept at −35 °C for 15 hours.
const FAST_FROZEN_C: f64 = -35.0;

const FAST_HOLD_S: f64 = 15.0 * 3600.0;

/// When the middle has been cold for long enough to kill parasites in this freezer.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn freeze<'a>(
    bench: impl Into<Bench<'a>>,
    request: &FreezeRequest,
) -> Result<FreezeAnswer, Vec<FieldError>> {
    let bench = bench.into();
    bench.afford(frozen(bench, request))
}

fn frozen(bench: Bench<'_>, request: &FreezeRequest) -> Result<FreezeAnswer, Vec<FieldError>> {
    let mut problems = Problems::new();
    let block = Block::of(bench, &request.piece, ("pack_mm", request.pack_mm), &mut problems);
    let freezer_c = request.freezer_c;
    problems.range("freezer_c", freezer_c, -60.0, -5.0, "°C");
    problems.finish()?;
    let Some(block) = block else { return Err(Vec::new()) };
    let row = match request.freezer {
        FreezerKind::Still => "cold_freezer",
        FreezerKind::Blast => "cold_blast",
    };
    // Within a tenth of a Kelvin of the freezer nothing more happens, once every limit that it can
    // get past has been passed.
    let settled_c = freezer_c + 0.1;
    let limits_c = [PARASITE_FROZEN_C, FAST_FROZEN_C];
    let mut passed_s: [Option<f64>; 2] = [None; 2];
    let (series, _) = block.run(row, request.piece.start_c, freezer_c, |view, core_c| {
        for (passed_s, limit_c) in passed_s.iter_mut().zip(limits_c) {
            if core_c <= limit_c {
                passed_s.get_or_insert(view.time_s);
            }
        }
        let outstanding =
            passed_s.iter().zip(limits_c).any(|(s, limit_c)| s.is_none() && freezer_c < limit_c);
        core_c <= settled_c && !outstanding
    });
    let [through_s, fast_through_s] = passed_s;
    let slow_s = through_s.map(|s| s + PARASITE_HOLD_S);
    let fast_s = fast_through_s.map(|s| s + FAST_HOLD_S);
    let safe_s = match (slow_s, fast_s) {
        (Some(slow), Some(fast)) => Some(slow.min(fast)),
        (slow, fast) => slow.or(fast),
    };
    let thick = millimetres(block.thickness_m);
    let sentence = match (through_s, safe_s, fast_s) {
        (Some(_), Some(safe), Some(fast)) if fast <= safe => format!(
            "{thick} in this freezer: colder than −35{CELSIUS} to the middle after {}, then 15 hours; {} in all.",
            long_time(fast - FAST_HOLD_S),
            long_time(safe)
        ),
        (Some(through), Some(safe), _) => format!(
            "{thick} in this freezer: colder than −20{CELSIUS} to the middle after {}, then 7 days; {} in all.",
            long_time(through),
            long_time(safe)
        ),
        _ => format!(
            "Never: at {}{CELSIUS} the middle stays above −20{CELSIUS}, however long it lies. Buy fish frozen for eating raw, use a colder freezer, or cook it through.",
            signed(freezer_c)
        ),
    };
    Ok(FreezeAnswer {
        through_s,
        safe_s,
        coldest_c: series.core_c.last().map_or(freezer_c, |c| (c * 10.0).round() / 10.0),
        sentence,
        cautions: vec![
            "Check the freezer with a thermometer between the packs: its dial shows what it is set to.".to_owned(),
            "Freezing kills parasites, not bacteria. Salting and curing kill neither for certain.".to_owned(),
            "Rules differ by country and kind of fish; follow your local food code.".to_owned(),
        ],
        series: series.thinned(),
    })
}
