//! Tells pages of a cook whose readings come faster than anybody looks: once a second is enough.

use std::collections::HashSet;
use std::sync::{Arc, Mutex, PoisonError};
use std::time::Duration;

use actix_web::{rt, web};
use cindo_store::{CookId, Store};

use crate::live::Live;
use crate::routes::cook::{keep_up_soon, shown};
use crate::solver::Solver;

/// Pages hear of readings this much later at the latest.
const WITHIN: Duration = Duration::from_millis(700);

/// Cooks that pages are about to be told of.
#[derive(Debug, Clone, Default)]
pub(crate) struct Refresh {
    due: Arc<Mutex<HashSet<CookId>>>,
}

impl Refresh {
    fn due(&self) -> std::sync::MutexGuard<'_, HashSet<CookId>> {
        self.due.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Has everybody told how a cook stands, soon and once, however often this is asked until then.
    pub(crate) fn soon(&self, store: &Store, solver: &Solver, live: &Live, id: CookId) {
        if !self.due().insert(id) {
            return;
        }
        let (this, store, kept_in) = (self.clone(), store.clone(), store.clone());
        let (solver, live) = (solver.clone(), live.clone());
        rt::spawn(async move {
            tokio::time::sleep(WITHIN).await;
            // What comes from now on is told the next time.
            this.due().remove(&id);
            let found = web::block(move || kept_in.find_cook(id)).await;
            let Ok(Ok(cook)) = found else { return };
            match shown(&solver, &live, cook).await {
                Ok(cook) => keep_up_soon(&solver, &store, &live, &cook),
                Err(error) => tracing::warn!(%error, "readings were kept and pages not told"),
            }
        });
    }
}
