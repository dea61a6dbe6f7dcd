//! What is asked, looked up and checked: a piece, a method and their settings.

use crate::bench::Bench;
use crate::catalogue::{
    Coating, Control, Cut, Family, Gear, GearKind, Look, Method, OtherHeat, PieceSetting, Profile,
    School, Species,
};
use crate::kitchen::{Calibration, Eye, HeatSource, Known, Load};
use cindo_heat::grid::Shape;
use cindo_heat::ice::FREEZING_C;
use cindo_heat::reservoir::{Draw, Heater};
use std::sync::Arc;

mod choose;
mod fit;
mod request;
mod rest;
mod target;

pub use crate::kitchen::ALTITUDE_RANGE_M;
pub(crate) use choose::at_hand;
pub(crate) use fit::{OIL_LEVEL_LIMIT, RIM_MM, level_mm, longest_mm, oil_level_share, places};
pub use request::{Doneness, PlanRequest, check_request};
pub(crate) use request::{LONGEST_ASKED_S, Resolved, check_board, check_doneness, resolve};
pub use rest::Rest;
pub(crate) use rest::check_duration;
pub(crate) use target::Target;
pub use target::{BOOK_C, BOOK_HOLD_S, Limit};

/// A piece with its settings, all checked.
#[derive(Debug, Clone)]
pub struct Setup<'a> {
    /// Where the facts come from, and what runs may cost.
    pub bench: Bench<'a>,
    /// The method.
    pub method: &'a Method,
    /// Its variation, where it has some.
    pub variant: Option<&'a str>,
    /// Kind of fish.
    pub species: &'a Species,
    /// Cut.
    pub cut: &'a Cut,
    /// What is on it.
    pub coating: &'a Coating,
    /// One piece of gear for each need of the method.
    pub known: Vec<Arc<Known>>,
    /// How thickness is judged by eye here; none where it was measured or nothing was learnt.
    pub eye: Option<Eye>,
    /// How far one cook differs from the next here, as a factor on what is usual.
    pub scatter: f64,
    /// Thickness, m.
    pub thickness_m: f64,
    /// Width across, m.
    pub width_m: f64,
    /// Length, m.
    pub length_m: f64,
    /// Weight of one piece, kg.
    pub weight_kg: f64,
    /// Pieces in the heat at once.
    pub count: u32,
    /// Skin left on.
    pub skin: bool,
    /// Temperature at the start, °C.
    pub start_c: f64,
    /// Its cavity is filled.
    pub stuffed: bool,
    /// How it is eaten.
    pub rest: Rest<'a>,
    /// School of turning.
    pub school: School,
    /// Turned at this moment because the cook says so, s.
    pub turn_s: Option<f64>,
    /// The heat that it moves on to.
    pub second: Option<Second>,
    /// Heats that it was moved to though its method has none of them, in the order of the moves.
    pub elsewhere: Vec<&'a OtherHeat>,
    /// What such a piece wants of the method, where that is not the usual.
    pub suited: Option<&'a PieceSetting>,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// Factor on every film coefficient: what was learnt of its gear, and how uncertain that is.
    pub film_factor: f64,
    /// How much hotter the medium is than its looks say, K: what was learnt of it.
    pub runs_k: f64,
}

/// A second heat as it is asked for or usual.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Second {
    /// Its temperature, °C.
    pub medium_c: f64,
    /// When the fish moves there, s.
    pub from_s: f64,
}

/// Less than this is no liquid to cook in, l.
const LEAST_LIQUID_L: f64 = 0.3;

impl<'a> Setup<'a> {
    /// Volume of one piece, m³.
    pub fn volume_m3(&self) -> f64 {
        self.weight_kg / self.species.flesh().properties(self.start_c.max(FREEZING_C)).density_kg_m3
    }

    /// How the solver sees the piece.
    pub fn shape(&self) -> Shape {
        // A flat piece is heated alike from both sides where the medium reaches all round, but rests on one.
        if !self.method.all_round || self.cut.section == Profile::Flat {
            return Shape::Slab;
        }
        self.cut.all_round(self.thickness_m, self.width_m, self.stuffed)
    }

    /// Outer face of one piece as its solver counts it, m²: both sides of a slab count as one.
    pub fn face_m2(&self) -> f64 {
        match self.shape() {
            Shape::Slab => self.volume_m3() / self.thickness_m,
            Shape::Radial { exponent } => {
                self.volume_m3() * (exponent + 1.0) / (0.5 * self.thickness_m)
            }
        }
    }

    /// When heat from the sides begins to reach the middle, s: until this Fourier number of the half width
    /// the middle of a slab is within 1 % of its start, whatever is at its faces (Carslaw & Jaeger, the
    /// image solution: 2 erfc(1 / (2 √Fo)) = 0.008).
    pub fn sides_reach_s(&self) -> f64 {
        const FOURIER: f64 = 0.06;
        /// Thermal diffusivity of raw fish, m²/s.
        const DIFFUSIVITY_M2_S: f64 = 1.4e-7;
        FOURIER * (0.5 * self.side_width_m()).powi(2) / DIFFUSIVITY_M2_S
    }

    /// How wide the slab is that stands for its sides, m.
    pub(crate) fn side_width_m(&self) -> f64 {
        self.cut.outline.side_width_share() * self.width_m
    }

    /// Whether only the whole section knows its heat: round pieces, and what is packed in a crust.
    pub(crate) fn needs_section(&self) -> bool {
        self.cut.section == Profile::Oval || self.is_crusted()
    }

    /// Id of the way of salting that cooks take for it.
    pub(crate) fn usual_salting(&self) -> &'a str {
        let mut variants = self.method.variants.iter();
        let variant = variants.find(|v| self.variant == Some(v.id.as_str()));
        let asked = variant.and_then(|v| v.salting.as_ref()).or(self.coating.salting.as_ref());
        asked.unwrap_or(&self.method.salting)
    }

    /// How brown its coat has to be before anybody would call it done; 1 is golden.
    pub(crate) fn least_browning(&self) -> Option<f64> {
        let is_coated = self.coating.thickness_mm > 0.0 && !self.coating.wraps;
        self.method.least_browning.filter(|_| is_coated)
    }

    /// Whether it is packed in a crust that hides it and holds heat.
    pub(crate) fn is_hidden(&self) -> bool {
        /// Wrapping from this thickness on does, mm.
        const CRUST_MM: f64 = 5.0;
        self.coating.wraps && self.coating.thickness_mm >= CRUST_MM
    }

    /// Whether it stays in a crust that gives heat of its own.
    pub(crate) fn is_crusted(&self) -> bool {
        self.rest.on.wrapped && self.is_hidden()
    }

    /// Litres of liquid or oil before the fish is in.
    pub fn fill_l(&self) -> Option<f64> {
        let vessel = self.vessel()?;
        let fill = self.method.fill?;
        if let Some(share) = fill.share {
            return Some(share * vessel.volume_l());
        }
        // To half the height of the fish that stands in it.
        let taken_m3 = 0.5 * self.volume_m3() * f64::from(self.count);
        let level_m3 = 0.5 * self.thickness_m * vessel.area_m2();
        Some((1000.0 * (level_m3 - taken_m3)).max(LEAST_LIQUID_L))
    }

    /// The gear that serves as `kind`.
    pub fn gear_of(&self, kind: GearKind) -> Option<&Gear> {
        self.gear().find(|g| g.kinds.contains(&kind))
    }

    /// One piece of gear for each need of the method, in their order.
    pub fn gear(&self) -> impl Iterator<Item = &Gear> {
        self.known.iter().map(|known| &known.gear)
    }

    /// What the fish cooks in first.
    pub fn vessel(&self) -> Option<&Gear> {
        self.gear().next()
    }

    /// The first of its gear that has heat of its own: what a calibration speaks of.
    pub(crate) fn heated(&self) -> Option<&Known> {
        self.known.iter().map(Arc::as_ref).find(|known| known.gear.control.is_some())
    }

    /// What was learnt of the first heat.
    pub(crate) fn calibration(&self) -> Option<Calibration> {
        self.heated()?.calibration
    }

    /// What all pieces together ask of their heat source.
    pub(crate) fn load(&self) -> Load {
        let pieces = f64::from(self.count);
        let faces = match self.shape() {
            Shape::Slab => 2.0,
            Shape::Radial { .. } => 1.0,
        };
        Load {
            face_m2: pieces * self.face_m2(),
            coat: Draw {
                heat_j: pieces * faces * self.face_m2() * self.coating.heat_mj_m2 * 1e6,
                from_s: 0.0,
                over_s: self.coating.settle_s.max(1.0),
            },
        }
    }

    /// The heater of a stage that cooks on `kind`, set to a temperature; one that nothing can cool
    /// where the heat is not that of any gear.
    pub(crate) fn heater(&self, kind: Option<GearKind>, set_c: f64, is_open: bool) -> Heater {
        let gear = kind.and_then(|kind| self.gear_of(kind));
        let (Some(kind), Some(gear)) = (kind, gear) else { return Heater::held(set_c) };
        self.heater_of(kind, gear, set_c, is_open)
    }

    /// The heater of a heat that the method has none of: its own gear, or what is usual.
    pub(crate) fn other_heater(&self, heat: &OtherHeat, is_open: bool) -> Heater {
        let usual = || self.bench.catalogue.gear.iter().find(|g| g.kinds.contains(&heat.reservoir));
        match self.gear_of(heat.reservoir).or_else(usual) {
            Some(gear) => self.heater_of(heat.reservoir, gear, heat.usual_c, is_open),
            // Every kind has gear: checked when the data is read.
            None => Heater::held(heat.usual_c),
        }
    }

    fn heater_of(&self, kind: GearKind, gear: &Gear, set_c: f64, is_open: bool) -> Heater {
        // Only the first vessel is filled.
        let fill = self.method.fill.filter(|_| self.method.needs.first() == Some(&kind));
        let source = HeatSource {
            kind,
            gear,
            // Steam stays at boiling and an element at its glow, whatever meets them.
            holds: self.method.family == Family::Steam || kind == GearKind::Broiler,
            filled_j_k: match (fill, self.fill_l()) {
                (Some(fill), Some(litres)) => litres * fill.liquid.capacity_j_kl(),
                _ => 0.0,
            },
            set_c,
            is_open,
        };
        source.heater(&self.load())
    }

    /// Knob and look of the medium.
    pub fn look(&self) -> Option<&'a Look> {
        self.method.look(self.said_c())
    }

    /// What the medium's looks or its thermometer say as the fish goes in, °C.
    pub fn said_c(&self) -> f64 {
        self.medium_c - self.runs_k
    }

    /// Whether the heat is judged by its looks: not set on a dial in degrees, nor by a thermometer.
    pub(crate) fn is_judged(&self) -> bool {
        let by_hand = self.heated().is_some_and(|k| k.gear.control == Some(Control::Knob));
        let is_read = self.look().is_some_and(|look| look.uncertain_k.is_some());
        by_hand && !is_read && self.method.range_c.is_some()
    }
}
