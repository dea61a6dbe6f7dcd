//! Slots shared out fairly: of those that wait, the asker goes first that has used the least (start-time fair
//! queueing, Goyal, Vin and Cheng 1996).

use std::collections::{BTreeMap, HashMap};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::time::{Duration, Instant};

use tokio::sync::oneshot;

/// Whoever asks: the requests of one connection are one asker, and so is all that the server does by itself.
pub(crate) type Asker = Option<std::net::SocketAddr>;

/// A number of slots, and who waits for one.
#[derive(Debug, Clone)]
pub(crate) struct Turns(Arc<Mutex<Queue>>);

#[derive(Debug)]
struct Queue {
    free: usize,
    /// The tag of the job that began last: whoever comes anew begins there.
    now: Duration,
    /// What each asker has used, as a time of this queue; only of those that are ahead of `now`.
    used: HashMap<Asker, Duration>,
    /// By tag, and of the same tag in the order in which they came.
    waiting: BTreeMap<(Duration, u64), (Asker, oneshot::Sender<Slot>)>,
    next: u64,
}

/// A slot; given back when it is dropped.
#[derive(Debug)]
pub(crate) struct Slot {
    turns: Turns,
    asker: Asker,
    tag: Duration,
    since: Instant,
}

impl Turns {
    /// So many slots.
    pub(crate) fn new(slots: usize) -> Self {
        Self(Arc::new(Mutex::new(Queue {
            free: slots,
            now: Duration::ZERO,
            used: HashMap::new(),
            waiting: BTreeMap::new(),
            next: 0,
        })))
    }

    fn queue(&self) -> MutexGuard<'_, Queue> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Waits for a slot.
    pub(crate) async fn take(&self, asker: Asker) -> Slot {
        loop {
            let (sender, receiver) = oneshot::channel();
            {
                let mut queue = self.queue();
                let used = queue.used.get(&asker).copied().unwrap_or_default();
                let tag = (used.max(queue.now), queue.next);
                queue.next += 1;
                queue.waiting.insert(tag, (asker, sender));
            }
            self.give_out();
            // A sender is only dropped with the queue, whose last handle this is not.
            if let Ok(slot) = receiver.await {
                return slot;
            }
        }
    }

    /// Whether somebody waits who has used less than this slot's asker.
    fn is_wanted(&self, tag: Duration) -> bool {
        self.queue().waiting.first_key_value().is_some_and(|((first, _), _)| *first < tag)
    }

    /// Gives free slots to those that come first.
    fn give_out(&self) {
        loop {
            let (sender, slot) = {
                let mut queue = self.queue();
                if queue.free == 0 {
                    return;
                }
                let Some(((tag, _), (asker, sender))) = queue.waiting.pop_first() else { return };
                queue.free -= 1;
                queue.now = queue.now.max(tag);
                let since = Instant::now();
                (sender, Slot { turns: self.clone(), asker, tag, since })
            };
            // Whoever waited may have gone: the slot that comes back is given to the next, by its own drop.
            drop(sender.send(slot));
        }
    }
}

impl Slot {
    /// Whether somebody waits for it who has used less.
    pub(crate) fn is_wanted(&self) -> bool {
        self.turns.is_wanted(self.tag + self.since.elapsed())
    }
}

impl Drop for Slot {
    fn drop(&mut self) {
        {
            let mut queue = self.turns.queue();
            queue.free += 1;
            let until = self.tag + self.since.elapsed();
            let used = queue.used.entry(self.asker).or_default();
            *used = until.max(*used);
            let now = queue.now;
            queue.used.retain(|_, used| *used > now);
        }
        self.turns.give_out();
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use futures_util::FutureExt;

    fn asker(port: u16) -> std::net::SocketAddr {
        ([127, 0, 0, 1], port).into()
    }

    #[tokio::test]
    async fn whoever_used_least_goes_first() {
        let turns = Turns::new(1);
        let tireless = turns.take(Some(asker(1))).await;
        std::thread::sleep(Duration::from_millis(20));
        let mut again = Box::pin(turns.take(Some(asker(1))));
        assert!((&mut again).now_or_never().is_none());
        drop(tireless);
        // It used its share while nobody else waited: it goes on.
        let tireless = again.now_or_never().expect("a free slot");
        std::thread::sleep(Duration::from_millis(20));
        let mut again = Box::pin(turns.take(Some(asker(1))));
        let mut seldom = Box::pin(turns.take(Some(asker(2))));
        assert!((&mut again).now_or_never().is_none() && (&mut seldom).now_or_never().is_none());
        assert!(tireless.is_wanted(), "another has used less");
        drop(tireless);
        assert!(
            (&mut again).now_or_never().is_none(),
            "the other goes first, though it came later"
        );
        let seldom = seldom.now_or_never().expect("its turn");
        drop(seldom);
        assert!(again.now_or_never().is_some());
    }

    #[tokio::test]
    async fn whoever_leaves_holds_nobody_up() {
        let turns = Turns::new(1);
        let slot = turns.take(Some(asker(1))).await;
        let mut left = Box::pin(turns.take(Some(asker(2))));
        assert!((&mut left).now_or_never().is_none());
        drop(left);
        drop(slot);
        assert!(turns.take(Some(asker(3))).now_or_never().is_some());
        assert_eq!(turns.queue().free, 1);
        assert!(turns.queue().waiting.is_empty());
    }
}
