//! Solved plans, kept for a while: one search serves a whole screen.

use std::sync::Arc;

use cindo_core::error::FieldError;
use cindo_core::lineup::{LineUp, LineUpRequest};
use cindo_core::plan::Planned;
use cindo_core::setup::PlanRequest;
use moka::sync::Cache;

/// Line-ups that are kept: those of a few services, as each device asks for them.
const LINE_UPS: u64 = 16;
/// Memory that kept plans may take, bytes.
const CAPACITY_BYTES: u64 = 32 * 1024 * 1024;

/// Solved plans by what was asked, bounded by what they take in memory. Requests that come while the
/// same one is being solved do not wait for it: that work ends when its own asker leaves.
#[derive(Debug, Clone)]
pub(crate) struct Memo {
    plans: Cache<String, Arc<Planned>>,
    line_ups: Cache<String, Arc<LineUp>>,
}

impl Default for Memo {
    fn default() -> Self {
        let weigh = |key: &String, plan: &Arc<Planned>| {
            u32::try_from(key.len() + plan.weight_bytes()).unwrap_or(u32::MAX)
        };
        Self {
            plans: Cache::builder().weigher(weigh).max_capacity(CAPACITY_BYTES).build(),
            line_ups: Cache::new(LINE_UPS),
        }
    }
}

impl Memo {
    /// The plan of a request, from before or solved now. Failures are not kept.
    pub(crate) fn plan(
        &self,
        request: &PlanRequest,
        solve: impl FnOnce(&PlanRequest) -> Result<Planned, Vec<FieldError>>,
    ) -> Result<Arc<Planned>, Vec<FieldError>> {
        // Quick answers of a drag are never asked for twice.
        let key = if request.brief == Some(true) { None } else { key(request) };
        if let Some(known) = key.as_ref().and_then(|key| self.plans.get(key)) {
            return Ok(known);
        }
        let solved = Arc::new(solve(request)?);
        if let Some(key) = key {
            self.plans.insert(key, Arc::clone(&solved));
        }
        Ok(solved)
    }

    /// A line-up, from before or solved now. Failures are not kept.
    pub(crate) fn line_up(
        &self,
        request: &LineUpRequest,
        solve: impl FnOnce(&LineUpRequest) -> Result<LineUp, Vec<FieldError>>,
    ) -> Result<Arc<LineUp>, Vec<FieldError>> {
        let key = serde_json::to_string(&(env!("CARGO_PKG_VERSION"), request)).ok();
        if let Some(known) = key.as_ref().and_then(|key| self.line_ups.get(key)) {
            return Ok(known);
        }
        let solved = Arc::new(solve(request)?);
        if let Some(key) = key {
            self.line_ups.insert(key, Arc::clone(&solved));
        }
        Ok(solved)
    }
}

/// One text for everything that asks for the same; of another version of the core it is another. None
/// for what has no text, which is then not shared.
fn key(request: &PlanRequest) -> Option<String> {
    let same = PlanRequest { brief: None, ..request.clone() };
    serde_json::to_string(&(env!("CARGO_PKG_VERSION"), same)).ok()
}

#[cfg(test)]
mod tests {
    use super::*;
    use cindo_core::catalogue::Catalogue;
    use cindo_core::piece::Piece;
    use cindo_core::plan::planned;
    use std::cell::Cell;

    fn request(thickness_mm: f64) -> PlanRequest {
        PlanRequest {
            piece: Piece {
                species: "cod".into(),
                cut: "loin".into(),
                thickness_mm,
                start_c: 5.0,
                ..Piece::default()
            },
            method: "poach".into(),
            ..PlanRequest::default()
        }
    }

    #[test]
    fn the_same_question_is_solved_once() {
        let (catalogue, memo, solves) =
            (Catalogue::embedded().unwrap(), Memo::default(), Cell::new(0));
        let ask = |request: &PlanRequest| {
            memo.plan(request, |r| {
                solves.set(solves.get() + 1);
                planned(&catalogue, r)
            })
        };
        let first = ask(&request(25.0)).unwrap();
        let again = ask(&PlanRequest { brief: Some(false), ..request(25.0) }).unwrap();
        assert!(Arc::ptr_eq(&first, &again) && solves.get() == 1);
        ask(&request(26.0)).unwrap();
        assert_eq!(solves.get(), 2);
        // Neither failures nor quick answers are kept.
        for asked in [request(1.0), PlanRequest { brief: Some(true), ..request(25.0) }] {
            let before = solves.get();
            assert_eq!(ask(&asked).is_ok(), ask(&asked).is_ok());
            assert_eq!(solves.get(), before + 2);
        }
    }

    /// What is kept is bounded by bytes: a plan is booked with about what its JSON takes in memory.
    #[test]
    fn a_plan_is_weighed_by_its_pictures() {
        let plan = planned(&Catalogue::embedded().unwrap(), &request(25.0)).unwrap();
        let cells: usize = plan.answer.section.temperature_c.iter().map(Vec::len).sum();
        assert!(cells > 5000, "{cells}");
        assert!((8 * cells..8 * cells + 40_000).contains(&plan.weight_bytes()));
    }
}
