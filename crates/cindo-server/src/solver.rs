//! Solver work off the event loop, at most one run a core.

use std::sync::Arc;

use actix_web::web;
use cindo_core::catalogue::Catalogue;
use tokio::sync::Semaphore;

use crate::error::ApiError;

/// The catalogue and the slots to solve in.
#[derive(Debug, Clone)]
pub(crate) struct Solver {
    catalogue: Arc<Catalogue>,
    slots: Arc<Semaphore>,
}

impl Solver {
    pub(crate) fn new(catalogue: Arc<Catalogue>) -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self { catalogue, slots: Arc::new(Semaphore::new(cores)) }
    }

    pub(crate) fn catalogue(&self) -> &Catalogue {
        &self.catalogue
    }

    /// Runs `work` on a blocking thread once a slot is free. The slot travels with the work, so a
    /// request that is given up still holds it until its work ends.
    pub(crate) async fn run<T: Send + 'static>(
        &self,
        work: impl FnOnce(&Catalogue) -> T + Send + 'static,
    ) -> Result<T, ApiError> {
        let slot = Arc::clone(&self.slots).acquire_owned().await.map_err(ApiError::internal)?;
        let catalogue = Arc::clone(&self.catalogue);
        let outcome = web::block(move || {
            let _slot = slot;
            work(&catalogue)
        });
        Ok(outcome.await?)
    }
}
