//! Turns at the cores. Every job begins in the short lane; one that turns out to be long goes on in the
//! long lane, so that short work never waits behind it. Work that nobody waits for any more ends.

use std::cell::RefCell;
use std::rc::Rc;
use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};

use cindo_core::bench::Budget;
use tokio::runtime::Handle;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use tokio_util::sync::{CancellationToken, DropGuard};

use crate::error::ApiError;

/// What a job does between two looks at whether it may go on, cells times linear systems: about 50 ms.
const SLICE: u64 = 1_500_000;
/// What one answer may cost, cells times linear systems: about 2 s of one core (docs/speed.md).
pub(crate) const MOST_WORK: u64 = 60_000_000;
/// Jobs at work or waiting, past which a new one is turned away.
const MOST_JOBS: usize = 128;

/// The two lanes and the door to them.
#[derive(Debug, Clone)]
pub(crate) struct Lanes {
    short: Arc<Semaphore>,
    long: Arc<Semaphore>,
    inside: Arc<AtomicUsize>,
    /// Ends everything when the server stops.
    closing: CancellationToken,
}

impl Default for Lanes {
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self {
            short: Arc::new(Semaphore::new(cores)),
            long: Arc::new(Semaphore::new((cores - 1).max(1))),
            inside: Arc::default(),
            closing: CancellationToken::new(),
        }
    }
}

/// A place inside; given back when the work has ended.
#[derive(Debug)]
pub(crate) struct Place(Arc<AtomicUsize>);

impl Drop for Place {
    fn drop(&mut self) {
        self.0.fetch_sub(1, Ordering::Relaxed);
    }
}

/// Whoever waits for an answer; dropped, the work for it ends.
pub(crate) struct Asker {
    gone: CancellationToken,
    _leaves: DropGuard,
}

impl Lanes {
    /// Ends all work, now.
    pub(crate) fn close(&self) {
        self.closing.cancel();
    }

    /// Lets a job in, unless there are too many.
    pub(crate) fn enter(&self) -> Result<Place, ApiError> {
        let place = Place(Arc::clone(&self.inside));
        if self.inside.fetch_add(1, Ordering::Relaxed) >= MOST_JOBS {
            return Err(ApiError::Busy);
        }
        Ok(place)
    }

    /// Somebody who waits from now on.
    pub(crate) fn asker(&self) -> Asker {
        let gone = self.closing.child_token();
        Asker { _leaves: gone.clone().drop_guard(), gone }
    }

    /// Waits for a turn in the short lane.
    pub(crate) async fn turn(&self, asker: &Asker) -> Result<Waiting, ApiError> {
        let slot = Arc::clone(&self.short).acquire_owned().await.map_err(ApiError::internal)?;
        Ok(Waiting { slot: Some(slot), long: Arc::clone(&self.long), gone: asker.gone.clone() })
    }
}

/// A turn in the short lane, on its way to the thread that takes it.
#[derive(Debug)]
pub(crate) struct Waiting {
    slot: Option<OwnedSemaphorePermit>,
    long: Arc<Semaphore>,
    gone: CancellationToken,
}

impl Waiting {
    /// Begins, on a thread that may block.
    pub(crate) fn begin(self) -> Turn {
        Turn(Rc::new(RefCell::new(State { waiting: self, slices: 0 })))
    }
}

#[derive(Debug)]
struct State {
    waiting: Waiting,
    slices: u32,
}

/// A turn that has begun. Budgets cut from it share it.
#[derive(Debug, Clone)]
pub(crate) struct Turn(Rc<RefCell<State>>);

impl Turn {
    /// A budget for one answer.
    pub(crate) fn budget(&self) -> Budget {
        let turn = self.clone();
        Budget::asking(move |spent| if spent < MOST_WORK && turn.goes_on() { SLICE } else { 0 })
    }

    /// Lets others go first, if it is a long one.
    pub(crate) fn give_way(&self) {
        let State { waiting, slices } = &mut *self.0.borrow_mut();
        if *slices > 1 {
            waiting.slot = None;
            *slices = 1;
        }
    }

    /// Whether nobody waits for it any more.
    pub(crate) fn is_left(&self) -> bool {
        self.0.borrow().waiting.gone.is_cancelled()
    }

    /// Whether the work may go on, once it is this job's turn again.
    fn goes_on(&self) -> bool {
        let State { waiting, slices } = &mut *self.0.borrow_mut();
        *slices += 1;
        if *slices == 2 {
            // It is not short after all: it waits for its turn among the long ones.
            waiting.slot = None;
            let long = Arc::clone(&waiting.long);
            waiting.slot = Handle::current().block_on(async {
                tokio::select! {
                    slot = long.acquire_owned() => slot.ok(),
                    () = waiting.gone.cancelled() => None,
                }
            });
        }
        waiting.slot.is_some() && !waiting.gone.is_cancelled()
    }
}
