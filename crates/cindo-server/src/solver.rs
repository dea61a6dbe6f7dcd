//! Solver work off the event loop, and no plan solved twice.

use std::any::Any;
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::sync::Arc;

use actix_web::web;
use cindo_core::bench::{Bench, Budget};
use cindo_core::catalogue::Catalogue;
use cindo_core::error::FieldError;
use cindo_core::lineup::{LineUp, LineUpRequest, line_up};
use cindo_core::plan::{Planned, planned};
use cindo_core::prep::{PrepAnswer, PrepRequest, prepare_with};
use cindo_core::setup::PlanRequest;

use crate::error::ApiError;
use crate::lanes::{Lanes, Turn};
use crate::memo::Memo;

/// The catalogue, the lanes to solve in, and what was solved before.
#[derive(Debug, Clone)]
pub(crate) struct Solver {
    catalogue: Arc<Catalogue>,
    lanes: Lanes,
    memo: Memo,
}

impl Solver {
    pub(crate) fn new(catalogue: Arc<Catalogue>, lanes: Lanes) -> Self {
        Self { catalogue, lanes, memo: Memo::default() }
    }

    pub(crate) fn catalogue(&self) -> &Arc<Catalogue> {
        &self.catalogue
    }

    /// Runs `work` on a blocking thread when its turn comes. It ends early when nobody waits for it any
    /// more: whoever asks drops this future. A panic in it is an answer like any other failure.
    pub(crate) async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Desk<'_>) -> T + Send + 'static,
    ) -> Result<T, ApiError> {
        let place = self.lanes.enter()?;
        let waiter = self.lanes.waiter();
        let waiting = self.lanes.turn(&waiter).await;
        let (catalogue, memo) = (Arc::clone(&self.catalogue), self.memo.clone());
        let span = tracing::Span::current();
        let outcome = web::block(move || {
            let _place = place;
            let _in_request = span.entered();
            let desk = Desk::at(&catalogue, &memo, waiting.begin());
            caught(|| work(&desk))
        });
        outcome.await?.map_err(|message| ApiError::internal(format!("a panic: {message}")))
    }
}

/// Work that may panic: what a panic says is a failure like any other.
pub(crate) fn caught<T>(work: impl FnOnce() -> T) -> Result<T, String> {
    catch_unwind(AssertUnwindSafe(work)).map_err(|panic| says(&*panic))
}

/// What a panic says.
fn says(panic: &(dyn Any + Send)) -> String {
    let text = panic.downcast_ref::<&str>().map(|text| (*text).to_owned());
    text.or_else(|| panic.downcast_ref::<String>().cloned()).unwrap_or_default()
}

/// Plans that one line-up may have worked out anew: those of a dozen fish in three pans each, and again for the
/// time that they wait.
const MOST_PLANS: u32 = 80;

fn too_many_plans() -> Vec<FieldError> {
    vec![FieldError {
        field: "dishes".to_owned(),
        message: format!(
            "more than {MOST_PLANS} plans have to be worked out for it; they are remembered: ask again"
        ),
    }]
}

/// What work has at hand: the catalogue, plans that were solved before, and what it may cost.
#[derive(Debug)]
pub(crate) struct Desk<'a> {
    catalogue: &'a Catalogue,
    memo: &'a Memo,
    turn: Option<Turn>,
    budget: Option<Budget>,
}

impl<'a> Desk<'a> {
    /// A desk that nobody else waits for.
    pub(crate) fn new(catalogue: &'a Catalogue, memo: &'a Memo) -> Self {
        Self { catalogue, memo, turn: None, budget: None }
    }

    fn at(catalogue: &'a Catalogue, memo: &'a Memo, turn: Turn) -> Self {
        Self { catalogue, memo, budget: Some(turn.budget()), turn: Some(turn) }
    }

    /// Whether nobody waits for the work any more.
    pub(crate) fn is_left(&self) -> bool {
        self.turn.as_ref().is_some_and(Turn::is_left)
    }

    /// The same desk for one of many answers: what it costs is counted anew, and others go first.
    pub(crate) fn anew(&self) -> Self {
        let turn = self.turn.clone();
        if let Some(turn) = &turn {
            turn.give_way();
        }
        let budget = turn.as_ref().map(Turn::budget);
        Self { catalogue: self.catalogue, memo: self.memo, turn, budget }
    }

    pub(crate) fn bench(&self) -> Bench<'_> {
        Bench { catalogue: self.catalogue, budget: self.budget.as_ref() }
    }

    /// The plan of a request, from before or solved now.
    pub(crate) fn plan(&self, request: &PlanRequest) -> Result<Arc<Planned>, Vec<FieldError>> {
        self.memo.plan(request, |request| planned(self.bench(), request))
    }

    /// Dishes lined up, from before or now. Each plan has a budget of its own, and there are so many of them at
    /// most: what was worked out is remembered, so that asking again goes on from there.
    pub(crate) fn line_up(&self, request: &LineUpRequest) -> Result<Arc<LineUp>, Vec<FieldError>> {
        let mut plans = 0;
        self.memo.line_up(request, |request| {
            let beside = self.anew();
            let solved = line_up(beside.bench(), request, &mut |plan| {
                self.memo.plan(plan, |plan| {
                    plans += 1;
                    if plans > MOST_PLANS || self.is_left() {
                        return Err(too_many_plans());
                    }
                    let desk = self.anew();
                    planned(desk.bench(), plan)
                })
            });
            // What was left out for want of a plan is no line-up to remember.
            if plans > MOST_PLANS || self.is_left() { Err(too_many_plans()) } else { solved }
        })
    }

    /// A preparation, its plan from before or solved now.
    pub(crate) fn prepare(&self, request: &PrepRequest) -> Result<PrepAnswer, Vec<FieldError>> {
        prepare_with(self.bench(), request, |plan| self.plan(plan))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn solver() -> Solver {
        Solver::new(Arc::new(Catalogue::embedded().unwrap()), Lanes::default())
    }

    #[actix_web::test]
    async fn a_panic_is_an_answer_like_any_other_failure() {
        let solver = solver();
        for _ in 0..10 {
            let outcome = solver.run(|_| -> () { panic!("the pan is {}", 7) }).await;
            match outcome {
                Err(ApiError::Internal(cause)) => assert_eq!(cause, "a panic: the pan is 7"),
                other => panic!("{other:?}"),
            }
        }
        assert_eq!(solver.run(|_| 7).await.unwrap(), 7, "its place and its slot are free again");
    }

    #[actix_web::test]
    async fn work_that_costs_too_much_is_refused_on_the_request() {
        let solver = solver();
        let spend = |desk: &Desk<'_>| {
            let request: PlanRequest = serde_json::from_str(
                r#"{"piece":{"species":"cod","cut":"loin","thickness_mm":30,"start_c":5},"method":"sear","doneness":"medium"}"#,
            )
            .unwrap();
            // One question after the other at the expense of a single budget.
            (0..3000).find_map(|i| {
                let mut request = request.clone();
                request.piece.thickness_mm += 0.001 * f64::from(i);
                planned(desk.bench(), &request).err()
            })
        };
        let errors = solver.run(spend).await.unwrap().expect("two seconds of work are not endless");
        assert_eq!(errors.len(), 1);
        assert_eq!(errors[0].field, "request");
    }
}
