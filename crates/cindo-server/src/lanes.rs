//! Turns at the cores. Every job begins in the short lane; one that turns out to be long goes on in the
//! long lane, so that short work never waits behind it, and lets go of its slot where somebody waits who has used
//! less. Work that nobody waits for any more ends.

use std::cell::RefCell;
use std::rc::Rc;
use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};

use cindo_core::bench::Budget;
use tokio::runtime::Handle;
use tokio_util::sync::{CancellationToken, DropGuard};

use crate::error::ApiError;
use crate::turns::{Asker, Slot, Turns};

tokio::task_local! {
    /// Who asks for what is worked out in a request.
    pub(crate) static ASKER: Asker;
}

/// What a job does between two looks at whether it may go on, cells times linear systems: about 50 ms.
const SLICE: u64 = 1_500_000;
/// What one answer may cost, cells times linear systems: about 2 s of one core (docs/speed.md).
pub(crate) const MOST_WORK: u64 = 60_000_000;
/// Jobs at work or waiting, past which a new one is turned away.
const MOST_JOBS: usize = 128;

/// The two lanes and the door to them.
#[derive(Debug, Clone)]
pub(crate) struct Lanes {
    short: Turns,
    long: Turns,
    inside: Arc<AtomicUsize>,
    /// Ends everything when the server stops.
    closing: CancellationToken,
}

impl Default for Lanes {
    fn default() -> Self {
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Self {
            short: Turns::new(cores),
            long: Turns::new((cores - 1).max(1)),
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
pub(crate) struct Waiter {
    asker: Asker,
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
    pub(crate) fn waiter(&self) -> Waiter {
        let asker = ASKER.try_with(|asker| *asker).unwrap_or_default();
        let gone = self.closing.child_token();
        Waiter { asker, _leaves: gone.clone().drop_guard(), gone }
    }

    /// Waits for a turn in the short lane.
    pub(crate) async fn turn(&self, waiter: &Waiter) -> Waiting {
        let Waiter { asker, gone, .. } = waiter;
        let slot = Some(self.short.take(*asker).await);
        Waiting { slot, asker: *asker, long: self.long.clone(), gone: gone.clone() }
    }
}

/// A turn in the short lane, on its way to the thread that takes it.
#[derive(Debug)]
pub(crate) struct Waiting {
    slot: Option<Slot>,
    asker: Asker,
    long: Turns,
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
        // It is not short after all: it waits for its turn among the long ones, and again whenever one of them has
        // used less.
        let is_wanted = *slices > 2 && waiting.slot.as_ref().is_some_and(Slot::is_wanted);
        if *slices == 2 || is_wanted {
            waiting.slot = None;
            waiting.slot = Handle::current().block_on(async {
                tokio::select! {
                    slot = waiting.long.take(waiting.asker) => Some(slot),
                    () = waiting.gone.cancelled() => None,
                }
            });
        }
        waiting.slot.is_some() && !waiting.gone.is_cancelled()
    }
}
