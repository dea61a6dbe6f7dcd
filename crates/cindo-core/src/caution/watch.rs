//! Follows every cell through a run. Rounds against the user: every cell counts, the worst is reported.

use crate::setup::{BOOK_C, BOOK_HOLD_S, Limit};
use cindo_heat::lethality::{FValue, Hold};

/// Parasites die at 60 °C for 1 min. Source: EU Regulation 853/2004, annex III, section VIII.
const PARASITE_C: f64 = 60.0;

const PARASITE_HOLD_S: f64 = 60.0;

/// Follows every cell through a run.
#[derive(Debug, Clone)]
pub struct Watch {
    before_c: Vec<f64>,
    book: Hold,
    limit: Hold,
    limit_hold_s: f64,
    parasite: Hold,
    f70: FValue,
}

impl Watch {
    /// A piece at one temperature, and the limit that governs it.
    pub fn new(cells: usize, start_c: f64, limit: Limit) -> Self {
        Self {
            before_c: vec![start_c; cells],
            book: Hold::new(BOOK_C, cells),
            limit: Hold::new(limit.core_c, cells),
            limit_hold_s: limit.hold_s,
            parasite: Hold::new(PARASITE_C, cells),
            f70: FValue::new(cells),
        }
    }

    /// Adds one step.
    pub fn add(&mut self, temperature_c: &[f64], step_s: f64) {
        for hold in [&mut self.book, &mut self.limit, &mut self.parasite] {
            hold.add(&self.before_c, temperature_c, step_s);
        }
        self.f70.add(temperature_c, step_s);
        self.before_c.copy_from_slice(temperature_c);
    }

    /// The worst cell's figures.
    pub fn verdict(&self) -> Verdict {
        Verdict {
            reaches_63c_15s: self.book.worst_s() >= BOOK_HOLD_S,
            reaches_limit: self.limit.worst_s() >= self.limit_hold_s,
            parasites_killed: self.parasite.worst_s() >= PARASITE_HOLD_S,
            f70_min: self.f70.worst_min(),
        }
    }
}

impl Verdict {
    /// Nobody asked: it counts as raw.
    pub(crate) const UNTOLD: Self = Self {
        reaches_63c_15s: false,
        reaches_limit: false,
        parasites_killed: false,
        f70_min: 0.0,
    };
}

/// Safety figures of the worst cell.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Verdict {
    /// 63 °C held for 15 s on end everywhere.
    pub reaches_63c_15s: bool,
    /// The limit of this piece held everywhere: the same, or that of minced or stuffed fish.
    pub reaches_limit: bool,
    /// 60 °C held for 1 min on end everywhere.
    pub parasites_killed: bool,
    /// Minutes at 70 °C that everywhere got at least.
    pub f70_min: f64,
}
