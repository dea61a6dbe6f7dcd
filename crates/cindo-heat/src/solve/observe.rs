//! Watching a run, and ending it: an observer that has seen enough stops it.

/// Whether a run goes on.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Sink {
    /// Go on.
    Continue,
    /// Stop here: the observer has what it needs.
    Stop,
}

/// What an observer sees after each step.
#[derive(Debug)]
pub struct View<'a> {
    /// Time since the start of the cook, s.
    pub time_s: f64,
    /// Length of the step that ended, s.
    pub step_s: f64,
    /// Temperatures at cell centres, °C, bottom (or centre) to top.
    pub temperature_c: &'a [f64],
    /// Dried share of each cell's free water, 0 to 1.
    pub dried: &'a [f64],
    /// Surface temperatures, °C: bottom (of a symmetric piece: its centre) and top.
    pub surface_c: [f64; 2],
    /// Temperatures of the outermost surfaces, those of a coat if there is one, °C.
    pub outer_c: [f64; 2],
    /// Temperatures of what touches them: metal, oil, liquid or air, °C; those of the surfaces where
    /// nothing does.
    pub touching_c: [f64; 2],
    /// Temperature of the heater's reservoir, °C.
    pub reservoir_c: f64,
}

/// Watches a run.
pub trait Observer {
    /// Called after every accepted step.
    fn observe(&mut self, view: &View<'_>) -> Sink;

    /// Next time at which a step must end, s; steps never pass it.
    fn next_stop_s(&self) -> f64 {
        f64::INFINITY
    }
}

/// An observer that sees nothing.
impl Observer for () {
    fn observe(&mut self, _view: &View<'_>) -> Sink {
        Sink::Continue
    }
}
