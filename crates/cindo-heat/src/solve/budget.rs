//! What the runs of one question may cost together.

use std::cell::Cell;
use std::fmt;

/// Work that runs may still do, in cells times linear systems solved; 30 to 38 million are a second of
/// one core (docs/speed.md). Shared by the runs of one question. When it is used up, whoever gave it is
/// asked for more; once that is refused, every run ends where it stands and what it says counts for
/// nothing.
pub struct Budget {
    left: Cell<u64>,
    spent: Cell<u64>,
    is_over: Cell<bool>,
    /// Told what was spent so far; gives how much more there is, 0 for no more.
    more: Box<dyn Fn(u64) -> u64>,
}

impl Budget {
    /// A budget that asks for more when it is used up, beginning with nothing.
    pub fn asking(more: impl Fn(u64) -> u64 + 'static) -> Self {
        Self {
            left: Cell::new(0),
            spent: Cell::new(0),
            is_over: Cell::new(false),
            more: Box::new(more),
        }
    }

    /// A budget of so much and no more.
    pub fn of(cell_solves: u64) -> Self {
        Self::asking(move |spent| cell_solves.saturating_sub(spent))
    }

    /// Takes what a run is about to do. False when the run must end instead.
    pub(super) fn spend(&self, cell_solves: u64) -> bool {
        while self.left.get() < cell_solves && !self.is_over.get() {
            match (self.more)(self.spent.get()) {
                0 => self.is_over.set(true),
                more => self.left.set(self.left.get().saturating_add(more)),
            }
        }
        if self.is_over.get() {
            return false;
        }
        self.left.set(self.left.get() - cell_solves);
        self.spent.set(self.spent.get() + cell_solves);
        true
    }

    /// Whether a run was ended for want of more.
    pub fn is_over(&self) -> bool {
        self.is_over.get()
    }

    /// Work done so far, in cells times linear systems.
    pub fn spent(&self) -> u64 {
        self.spent.get()
    }
}

impl fmt::Debug for Budget {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.debug_struct("Budget")
            .field("left", &self.left)
            .field("spent", &self.spent)
            .field("is_over", &self.is_over)
            .finish_non_exhaustive()
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_given_can_be_spent_and_no_more() {
        let budget = Budget::of(100);
        assert!(budget.spend(60) && budget.spend(40));
        assert!(!budget.is_over() && budget.spent() == 100);
        assert!(!budget.spend(1) && budget.is_over());
        assert!(!budget.spend(0), "over is over");
    }

    #[test]
    fn more_is_asked_for_only_when_it_is_needed() {
        let asked = std::rc::Rc::new(Cell::new(0));
        let counter = std::rc::Rc::clone(&asked);
        let budget = Budget::asking(move |spent| {
            counter.set(counter.get() + 1);
            if spent < 50 { 25 } else { 0 }
        });
        assert!(budget.spend(20) && asked.get() == 1);
        assert!(budget.spend(5) && asked.get() == 1);
        assert!(budget.spend(30) && asked.get() == 3, "two helpings for one large bite");
        assert!(!budget.spend(30) && budget.is_over());
    }
}
