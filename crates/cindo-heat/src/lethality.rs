//! What heat does to germs: lethality at a reference temperature, and limits that must be held on end.

/// Reference temperature of the lethality figure, °C, and its z-value, K: Listeria monocytogenes.
/// Source: FDA Fish and Fishery Products Hazards and Controls Guidance, appendix 4, table A-3.
const F_REFERENCE_C: f64 = 70.0;
const F_DECADE_K: f64 = 7.5;
/// Minutes at 70 °C for a 6-log reduction of Listeria. Source: the same table.
pub const LISTERIA_6_LOG_MIN: f64 = 2.0;
/// Below this the rate is under a two-thousandth of that at the reference and is left out, °C.
const HARMLESS_C: f64 = 45.0;

/// Lethal rate at a temperature, minutes at 70 °C per minute.
pub fn lethal_rate(temperature_c: f64) -> f64 {
    ((temperature_c - F_REFERENCE_C) / F_DECADE_K * std::f64::consts::LN_10).exp()
}

/// Longest stretch on end at or above a limit, per cell.
#[derive(Debug, Clone)]
pub struct Hold {
    limit_c: f64,
    current_s: Vec<f64>,
    best_s: Vec<f64>,
}

impl Hold {
    /// A limit (°C) for so many cells, none of which has been there yet.
    pub fn new(limit_c: f64, cells: usize) -> Self {
        Self { limit_c, current_s: vec![0.0; cells], best_s: vec![0.0; cells] }
    }

    /// Adds one step from one set of temperatures to the next, °C.
    pub fn add(&mut self, before_c: &[f64], now_c: &[f64], step_s: f64) {
        for (i, (&before, &now)) in before_c.iter().zip(now_c).enumerate() {
            self.add_cell(i, before, now, step_s);
        }
    }

    fn add_cell(&mut self, i: usize, before_c: f64, now_c: f64, step_s: f64) {
        let limit = self.limit_c;
        // The part of the step above the limit, the temperature being linear within it.
        let crossing = (limit - before_c) / (now_c - before_c);
        match (before_c >= limit, now_c >= limit) {
            (true, true) => self.current_s[i] += step_s,
            (false, true) => self.current_s[i] = step_s * (1.0 - crossing),
            (true, false) => {
                self.current_s[i] += step_s * crossing;
                self.best_s[i] = self.best_s[i].max(self.current_s[i]);
                self.current_s[i] = 0.0;
            }
            (false, false) => {}
        }
        self.best_s[i] = self.best_s[i].max(self.current_s[i]);
    }

    /// Longest stretch of one cell, s.
    pub fn held_s(&self, cell: usize) -> f64 {
        self.best_s[cell]
    }

    /// Longest stretch of the cell that held it least, s.
    pub fn worst_s(&self) -> f64 {
        self.best_s.iter().copied().fold(f64::INFINITY, f64::min)
    }
}

/// F-value of every cell: minutes at 70 °C that would have killed as much.
#[derive(Debug, Clone)]
pub struct FValue {
    f70_min: Vec<f64>,
    rate: Vec<f64>,
}

impl FValue {
    /// Nothing killed yet in so many cells.
    pub fn new(cells: usize) -> Self {
        Self { f70_min: vec![0.0; cells], rate: vec![0.0; cells] }
    }

    /// Adds one step that ends at these temperatures, by the trapezoidal rule.
    pub fn add(&mut self, now_c: &[f64], step_s: f64) {
        for (i, &now) in now_c.iter().enumerate() {
            let rate = if now > HARMLESS_C { lethal_rate(now) } else { 0.0 };
            self.f70_min[i] += 0.5 * (self.rate[i] + rate) * step_s / 60.0;
            self.rate[i] = rate;
        }
    }

    /// That of the worst cell, min.
    pub fn worst_min(&self) -> f64 {
        self.f70_min.iter().copied().fold(f64::INFINITY, f64::min)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// By hand: up through 63 °C half way through ten seconds, ten above, down through it after five.
    #[test]
    fn a_hold_counts_the_parts_of_steps_above_its_limit() {
        let mut hold = Hold::new(63.0, 2);
        for (before, now) in [(60.0, 66.0), (66.0, 66.0), (66.0, 60.0), (60.0, 60.0)] {
            hold.add(&[before, 70.0], &[now, 70.0], 10.0);
        }
        assert!((hold.worst_s() - 20.0).abs() < 1e-9, "{}", hold.worst_s());
        hold.add(&[60.0, 70.0], &[64.0, 70.0], 8.0);
        assert!((hold.worst_s() - 20.0).abs() < 1e-9, "the longest on end counts, not the sum");
    }

    #[test]
    fn the_worst_cell_is_reported() {
        let mut value = FValue::new(2);
        for _ in 0..3 {
            value.add(&[70.0, 62.5], 60.0);
        }
        // The first minute rises from nothing: two and a half at a tenth of the reference rate.
        assert!((value.worst_min() - 0.25).abs() < 1e-9, "{}", value.worst_min());
    }
}
