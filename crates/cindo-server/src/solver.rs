//! Solver work off the event loop, at most one run a core, and no plan solved twice.

use std::sync::Arc;

use actix_web::web;
use cindo_core::catalogue::Catalogue;
use cindo_core::error::FieldError;
use cindo_core::plan::{Planned, planned};
use cindo_core::prep::{PrepAnswer, PrepRequest, prepare_with};
use cindo_core::setup::PlanRequest;
use tokio::sync::Semaphore;

use crate::error::ApiError;
use crate::memo::Memo;

/// The catalogue and the slots to solve in.
#[derive(Debug, Clone)]
pub(crate) struct Solver {
    catalogue: Arc<Catalogue>,
    slots: Arc<Semaphore>,
    memo: Memo,
}

impl Solver {
    pub(crate) fn new(catalogue: Arc<Catalogue>) -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self { catalogue, slots: Arc::new(Semaphore::new(cores)), memo: Memo::default() }
    }

    pub(crate) fn catalogue(&self) -> &Catalogue {
        &self.catalogue
    }

    /// Runs `work` on a blocking thread once a slot is free. The slot travels with the work, so a
    /// request that is given up still holds it until its work ends.
    pub(crate) async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Desk<'_>) -> T + Send + 'static,
    ) -> Result<T, ApiError> {
        let slot = Arc::clone(&self.slots).acquire_owned().await.map_err(ApiError::internal)?;
        let (catalogue, memo) = (Arc::clone(&self.catalogue), self.memo.clone());
        let outcome = web::block(move || {
            let _slot = slot;
            work(&Desk::new(&catalogue, &memo))
        });
        Ok(outcome.await?)
    }
}

/// What work has at hand: the catalogue, and plans that were solved before.
#[derive(Debug)]
pub(crate) struct Desk<'a> {
    pub(crate) catalogue: &'a Catalogue,
    memo: &'a Memo,
}

impl<'a> Desk<'a> {
    pub(crate) fn new(catalogue: &'a Catalogue, memo: &'a Memo) -> Self {
        Self { catalogue, memo }
    }

    /// The plan of a request, from before or solved now.
    pub(crate) fn plan(&self, request: &PlanRequest) -> Result<Arc<Planned>, Vec<FieldError>> {
        self.memo.plan(request, |request| planned(self.catalogue, request))
    }

    /// A preparation, its plan from before or solved now.
    pub(crate) fn prepare(&self, request: &PrepRequest) -> Result<PrepAnswer, Vec<FieldError>> {
        prepare_with(self.catalogue, request, |plan| self.plan(plan))
    }
}
