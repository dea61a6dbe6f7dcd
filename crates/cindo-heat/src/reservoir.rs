//! The reservoir of heat that pieces cook on: it sags when they meet it, and recovers.

use crate::bounded::Bounded;
use crate::constants::ROOM_C;

/// Heat that something takes once and for all, fast at first and then ever slower.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Draw {
    /// All of it, J.
    pub heat_j: f64,
    /// When it begins, s after the fish met the heat.
    pub from_s: f64,
    /// Its time scale, s; above 0.
    pub over_s: f64,
}

impl Draw {
    /// Nothing takes any.
    pub const NONE: Self = Self { heat_j: 0.0, from_s: 0.0, over_s: 1.0 };

    /// What is still to be taken at a moment, J.
    pub fn left_j(&self, at_s: f64) -> f64 {
        self.heat_j * (-(at_s - self.from_s).max(0.0) / self.over_s).exp()
    }
}

/// Pan, oil, liquid, oven air or grate as one lump: C dT/dt = P − UA (T − room) − what the pieces and
/// their coats draw. The power P is that of a thermostat, or of a cook who minds the knob: what
/// holds the set point, more when it sags, within what the burner gives.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Heater {
    /// Which reservoir this is. A piece that moves to another one (from pan to oven) meets it at `start_c`.
    pub reservoir: usize,
    /// How often its temperature was told anew: each time it is met again, at `start_c`.
    pub told: usize,
    /// Whether it stays there, whatever it is set to, until that is told anew.
    pub is_held: bool,
    /// Temperature as the piece meets it, °C.
    pub start_c: f64,
    /// Where knob or thermostat is set, °C.
    pub set_c: f64,
    /// Heat capacity C, J/K; infinite for one that nothing can cool.
    pub capacity_j_k: f64,
    /// Loss to the room UA, W/K.
    pub loss_w_k: f64,
    /// Most that burner or element puts into it, W.
    pub power_w: f64,
    /// Lag with which hand, burner or element answer, s.
    pub lag_s: f64,
    /// Outer faces of all pieces in it together, m².
    pub load_m2: f64,
    /// Heat that the coats of all pieces take while they set.
    pub coat: Draw,
    /// Heat that what joined the fish takes until it is as hot.
    pub joined: Draw,
}

/// Full power once it has sagged by this, K: an attentive cook or a common thermostat (modelling
/// choice).
const PROPORTIONAL_BAND_K: f64 = 25.0;
/// The half step ahead is extrapolated by at most this, K.
const LARGEST_LEAD_K: f64 = 5.0;

impl Heater {
    /// A heater that stays at one temperature whatever meets it.
    pub const fn held(temperature_c: f64) -> Self {
        Self {
            reservoir: usize::MAX,
            told: 0,
            is_held: false,
            start_c: temperature_c,
            set_c: temperature_c,
            capacity_j_k: f64::INFINITY,
            loss_w_k: 0.0,
            power_w: 0.0,
            lag_s: 1.0,
            load_m2: 0.0,
            coat: Draw::NONE,
            joined: Draw::NONE,
        }
    }

    /// Time to bring the empty reservoir from the room to its set point at full power, s; `None` when
    /// its power does not reach that far.
    pub fn preheat_s(&self) -> Option<f64> {
        if !self.capacity_j_k.is_finite() {
            return Some(0.0);
        }
        let lump = Lump { capacity_j_k: self.capacity_j_k, loss_w_k: self.loss_w_k };
        lump.time_s(self.power_w, ROOM_C, self.set_c)
    }
}

/// A lump of heat that nothing but its burner and the room touch: C dT/dt = P − UA (T − room), in closed form.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Lump {
    /// Heat capacity C, J/K; above 0 and finite.
    pub capacity_j_k: f64,
    /// Loss to the room UA, W/K; 0 or more.
    pub loss_w_k: f64,
}

/// A lump that loses less than this goes as one that loses nothing, W/K.
const NO_LOSS_W_K: f64 = 1e-6;

impl Lump {
    /// From one temperature to another at a constant power, s; `None` when it does not reach that far.
    pub fn time_s(&self, power_w: f64, from_c: f64, to_c: f64) -> Option<f64> {
        let Self { capacity_j_k, loss_w_k } = *self;
        if (to_c - from_c).abs() < f64::EPSILON {
            return Some(0.0);
        }
        let time_s = if loss_w_k < NO_LOSS_W_K {
            capacity_j_k * (to_c - from_c) / power_w
        } else {
            let end_c = ROOM_C + power_w / loss_w_k;
            capacity_j_k / loss_w_k * ((end_c - from_c) / (end_c - to_c)).ln()
        };
        // Away from where it tends to there is no way, which comes out negative, infinite or not a number.
        (time_s.is_finite() && time_s > 0.0).then_some(time_s)
    }

    /// The constant power that takes it from one temperature to another in a time above 0 s, W.
    pub fn power_w(&self, from_c: f64, to_c: f64, took_s: f64) -> f64 {
        let Self { capacity_j_k, loss_w_k } = *self;
        if loss_w_k < NO_LOSS_W_K {
            return capacity_j_k * (to_c - from_c) / took_s;
        }
        let aged = loss_w_k * took_s / capacity_j_k;
        loss_w_k * ((to_c - ROOM_C) - (from_c - ROOM_C) * (-aged).exp()) / -(-aged).exp_m1()
    }
}

/// A reservoir's state, and the heat that went through it since the piece met it.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Reservoir {
    /// Which it is, and how often it was told anew.
    id: Option<(usize, usize)>,
    temperature_c: f64,
    rate_k_s: f64,
    /// What goes in now, W; none before the first step.
    power_w: Option<f64>,
    /// Put in by burner or element, J.
    pub supplied_j: f64,
    /// Lost to the room, J.
    pub lost_j: f64,
    /// Given to pieces and their coats, J.
    pub given_j: f64,
    /// Kept (negative: given up) by the reservoir itself, J.
    pub kept_j: f64,
}

impl Reservoir {
    /// Temperature now, °C.
    pub fn temperature_c(&self) -> f64 {
        self.temperature_c
    }

    /// Temperature a little ahead, °C.
    pub(crate) fn ahead_c(&self, by_s: f64) -> f64 {
        self.temperature_c + (by_s * self.rate_k_s).bounded(-LARGEST_LEAD_K, LARGEST_LEAD_K)
    }

    /// The piece meets a heater; one it already cooks on goes on from where it is.
    pub fn meet(&mut self, heater: &Heater) {
        let id = Some((heater.reservoir, heater.told));
        if self.id != id {
            *self = Self { id, temperature_c: heater.start_c, ..Self::default() };
        }
        if !heater.capacity_j_k.is_finite() && !heater.is_held {
            self.temperature_c = heater.set_c;
        }
        self.rate_k_s = 0.0;
    }

    /// One step: implicit in the reservoir's own temperature, with what the pieces drew as booked, so that
    /// supplied = lost + given + kept to rounding.
    pub fn advance(&mut self, heater: &Heater, from_s: f64, step_s: f64, drawn_j_m2: f64) {
        if !heater.capacity_j_k.is_finite() || heater.is_held {
            return;
        }
        let taken_j = |draw: &Draw| draw.left_j(from_s) - draw.left_j(from_s + step_s);
        let given_j = heater.load_m2 * drawn_j_m2 + taken_j(&heater.coat) + taken_j(&heater.joined);
        let (c, loss) = (heater.capacity_j_k, heater.loss_w_k);
        let before_c = self.temperature_c;
        let known = c * before_c + step_s * loss * ROOM_C - given_j;
        let gain_w_k = heater.power_w / PROPORTIONAL_BAND_K;
        let hold_w = (loss * (heater.set_c - ROOM_C)).min(heater.power_w);
        // The power follows what is asked for, hold + gain · (set − T), with its lag.
        let follow = step_s / (heater.lag_s + step_s);
        let before_w = self.power_w.unwrap_or(hold_w);
        let asked_w = (1.0 - follow) * before_w + follow * (hold_w + gain_w_k * heater.set_c);
        let free_c = (known + step_s * asked_w) / (c + step_s * (loss + follow * gain_w_k));
        let power_w = (asked_w - follow * gain_w_k * free_c).bounded(0.0, heater.power_w);
        self.power_w = Some(power_w);
        self.temperature_c = (known + step_s * power_w) / (c + step_s * loss);
        self.rate_k_s = (self.temperature_c - before_c) / step_s;
        self.supplied_j += step_s * power_w;
        self.lost_j += step_s * loss * (self.temperature_c - ROOM_C);
        self.given_j += given_j;
        self.kept_j += c * (self.temperature_c - before_c);
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    const OIL: Heater = Heater {
        reservoir: 0,
        told: 0,
        is_held: false,
        start_c: 177.0,
        set_c: 177.0,
        capacity_j_k: 7500.0,
        loss_w_k: 2.0,
        power_w: 2000.0,
        lag_s: 15.0,
        load_m2: 0.1,
        coat: Draw::NONE,
        joined: Draw::NONE,
    };

    #[test]
    fn undisturbed_store_stays_at_its_set_point() {
        let mut reservoir = Reservoir::default();
        reservoir.meet(&OIL);
        for i in 0..100 {
            reservoir.advance(&OIL, f64::from(i), 1.0, 0.0);
        }
        assert!((reservoir.temperature_c() - 177.0).abs() < 1e-9);
    }

    #[test]
    fn cooling_without_power_follows_the_exponential() {
        let off = Heater { power_w: 0.0, ..OIL };
        let mut reservoir = Reservoir::default();
        reservoir.meet(&off);
        for i in 0..1000 {
            reservoir.advance(&off, f64::from(i), 1.0, 0.0);
        }
        // Newton's law of cooling, closed form.
        let exact = ROOM_C + (177.0 - ROOM_C) * (-1000.0 * 2.0 / 7500.0_f64).exp();
        assert!((reservoir.temperature_c() - exact).abs() < 0.02, "{}", reservoir.temperature_c());
    }

    #[test]
    fn preheating_agrees_with_stepping_at_full_power() {
        let cold = Heater { start_c: ROOM_C, ..OIL };
        let mut reservoir = Reservoir::default();
        reservoir.meet(&cold);
        let mut time_s = 0.0;
        // Up to where the thermostat begins to close.
        while reservoir.temperature_c() < 177.0 - PROPORTIONAL_BAND_K {
            reservoir.advance(&cold, time_s, 0.5, 0.0);
            time_s += 0.5;
        }
        let to_band = Heater { set_c: 177.0 - PROPORTIONAL_BAND_K, ..OIL }.preheat_s().unwrap();
        // The lag of the power comes on top.
        assert!(
            (time_s - to_band - OIL.lag_s).abs() < 0.05 * to_band,
            "{time_s} against {to_band}"
        );
        assert_eq!(Heater { power_w: 100.0, ..OIL }.preheat_s(), None);
    }

    #[test]
    fn power_and_time_of_a_lump_are_each_others_inverse() {
        let pan = Lump { capacity_j_k: 700.0, loss_w_k: 3.2 };
        for lump in [pan, Lump { loss_w_k: 0.0, ..pan }] {
            for (from_c, to_c, power_w) in
                [(22.0, 215.0, 1500.0), (200.0, 120.0, 100.0), (5.0, 60.0, 300.0)]
            {
                let Some(time_s) = lump.time_s(power_w, from_c, to_c) else {
                    assert!(to_c < from_c && lump.loss_w_k < 1.0);
                    continue;
                };
                let back_w = lump.power_w(from_c, to_c, time_s);
                assert!((back_w - power_w).abs() < 1e-6 * power_w, "{from_c} to {to_c}: {back_w}");
            }
        }
        // 700 J/K × 193 K against 1500 W less what is lost, by hand: 219 s × ln(469 / 276).
        assert!((pan.time_s(1500.0, 22.0, 215.0).unwrap() - 116.0).abs() < 0.5);
        assert_eq!(pan.time_s(300.0, 22.0, 215.0), None, "300 W hold it at 116 °C");
        assert_eq!(pan.time_s(1500.0, 200.0, 100.0), None, "it does not cool at full power");
    }

    #[test]
    fn cold_pieces_draw_it_down_and_it_comes_back() {
        let mut reservoir = Reservoir::default();
        reservoir.meet(&OIL);
        let mut lowest = f64::MAX;
        for i in 0..600 {
            // 20 kW/m² for a minute, then 2.
            let drawn_j_m2 = if i < 60 { 20_000.0 } else { 2_000.0 };
            reservoir.advance(&OIL, f64::from(i), 1.0, drawn_j_m2);
            lowest = lowest.min(reservoir.temperature_c());
        }
        assert!((155.0..175.0).contains(&lowest), "{lowest}");
        assert!(reservoir.temperature_c() > 173.0, "{}", reservoir.temperature_c());
        let gap = reservoir.supplied_j - reservoir.lost_j - reservoir.given_j - reservoir.kept_j;
        assert!(gap.abs() < 1e-6 * reservoir.supplied_j, "{reservoir:?}");
    }

    #[test]
    fn coats_and_what_joins_take_their_heat_once() {
        let given_j = |coat: Draw, joined: Draw| {
            let heater = Heater { coat, joined, ..OIL };
            let mut reservoir = Reservoir::default();
            reservoir.meet(&heater);
            for i in 0..900 {
                reservoir.advance(&heater, f64::from(i), 1.0, 0.0);
            }
            reservoir.given_j
        };
        let draw = |from_s: f64| Draw { heat_j: 60_000.0, from_s, over_s: 60.0 };
        for (coat, joined) in [(draw(0.0), Draw::NONE), (Draw::NONE, draw(300.0))] {
            let given_j = given_j(coat, joined);
            assert!((given_j / 60_000.0 - 1.0).abs() < 1e-3, "{given_j}");
        }
        assert!(given_j(Draw::NONE, draw(1000.0)).abs() < 1e-9, "not before it is there");
    }

    #[test]
    fn what_is_told_anew_is_met_there_and_stays_where_it_is_held() {
        let mut reservoir = Reservoir::default();
        reservoir.meet(&OIL);
        let fallen = Heater { start_c: 160.0, told: 1, is_held: true, ..OIL };
        reservoir.meet(&fallen);
        for i in 0..60 {
            reservoir.advance(&fallen, f64::from(i), 1.0, 5000.0);
        }
        assert!((reservoir.temperature_c() - 160.0).abs() < 1e-12);
        // Let go, it comes back by itself; and told to be back it is there at once.
        let free = Heater { is_held: false, ..fallen };
        reservoir.meet(&free);
        for i in 0..60 {
            reservoir.advance(&free, f64::from(i), 1.0, 0.0);
        }
        assert!((165.0..177.0).contains(&reservoir.temperature_c()));
        reservoir.meet(&Heater { start_c: 177.0, told: 2, ..free });
        assert!((reservoir.temperature_c() - 177.0).abs() < 1e-12);
    }

    #[test]
    fn another_store_is_met_as_it_is_and_the_same_goes_on() {
        let mut reservoir = Reservoir::default();
        reservoir.meet(&OIL);
        reservoir.advance(&OIL, 0.0, 5.0, 100_000.0);
        let sagged = reservoir.temperature_c();
        assert!(sagged < 177.0);
        reservoir.meet(&Heater { set_c: 150.0, ..OIL });
        assert!((reservoir.temperature_c() - sagged).abs() < 1e-12, "turned down, not replaced");
        reservoir.meet(&Heater { reservoir: 1, start_c: 200.0, ..OIL });
        assert!(
            (reservoir.temperature_c() - 200.0).abs() < 1e-12 && reservoir.given_j.abs() < 1e-12
        );
    }
}
