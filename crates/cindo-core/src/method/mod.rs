//! Ways of cooking: each family turns a piece and its settings into faces over time, and into the
//! words of its steps. The facts of a method are in `data/methods.toml`.

mod fry;
mod grill;
mod oven;
mod pan;
mod wet;

use serde::{Deserialize, Serialize};

use crate::catalogue::{Catalogue, Cut, FaceContext, Look, Method, School, Section, Species};
use crate::grid::Shape;
use crate::solver::{Phase, Reservoir, Surround};

/// Which file describes a method's behaviour.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Family {
    /// In a film of fat in a pan.
    Pan,
    /// In oven air.
    Oven,
    /// Under liquid.
    Wet,
    /// In steam.
    Steam,
    /// Over a fire.
    Grill,
    /// Under oil.
    Fry,
}

/// A piece with its settings, all checked.
#[derive(Debug, Clone)]
pub struct Setting<'a> {
    /// Where the facts come from.
    pub catalogue: &'a Catalogue,
    /// The method.
    pub method: &'a Method,
    /// Kind of fish.
    pub species: &'a Species,
    /// Cut.
    pub cut: &'a Cut,
    /// Thickness, m.
    pub thickness_m: f64,
    /// Width across, m.
    pub width_m: f64,
    /// Skin left on.
    pub skin: bool,
    /// Temperature at the start, °C.
    pub start_c: f64,
    /// School of turning.
    pub school: School,
    /// Temperature of the medium, °C.
    pub medium_c: f64,
    /// Boiling point here, °C.
    pub boil_c: f64,
    /// Factor on every film coefficient; 1 but for asking how uncertain it is.
    pub film_factor: f64,
}

/// When the piece is turned.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Turn {
    /// Never.
    Never,
    /// Once, at this share of the time in the heat.
    AtShare(f64),
    /// Over and over, s.
    Every(f64),
}

/// Faces over time, for any moment of taking it off.
#[derive(Debug, Clone, PartialEq)]
pub struct Programme {
    /// How the solver sees the piece.
    pub shape: Shape,
    /// What the heat comes from.
    pub reservoir: Reservoir,
    /// On the side towards the heat, or all round.
    pub struck: Surround,
    /// On the side away from it; the same as `struck` when symmetric.
    pub upper: Surround,
    /// Turning.
    pub turn: Turn,
    /// Below the resting piece.
    pub rest_below: Surround,
    /// Above it.
    pub rest_above: Surround,
    /// When and to what temperature (s, °C) the heat is turned down, if it is.
    pub turn_down: Option<(f64, f64)>,
}

impl Programme {
    /// Times of turning before `pull_s`, s.
    pub fn turns_s(&self, pull_s: f64) -> Vec<f64> {
        match self.turn {
            Turn::Never => Vec::new(),
            Turn::AtShare(share) => vec![share * pull_s],
            Turn::Every(every_s) => {
                let mut turns = Vec::new();
                let mut at = every_s;
                // Not in the last moments: the piece is on its way out.
                while at < pull_s - 0.5 * every_s {
                    turns.push(at);
                    at += every_s;
                }
                turns
            }
        }
    }

    /// A stretch in the heat; `turned` after an odd number of turns. The faces stay with the fish,
    /// the heat changes sides.
    pub fn phase(&self, duration_s: f64, turned: bool) -> Phase {
        let (bottom, top) =
            if turned { (self.upper, self.struck) } else { (self.struck, self.upper) };
        Phase { duration_s, bottom: Some(bottom), top: Some(top) }
    }

    /// The rest, the piece lying as it came out.
    pub fn rest(&self, duration_s: f64, turned: bool) -> Phase {
        let (bottom, top) = if turned {
            (self.rest_above, self.rest_below)
        } else {
            (self.rest_below, self.rest_above)
        };
        Phase { duration_s, bottom: Some(bottom), top: Some(top) }
    }
}

/// One step on the card.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct Step {
    /// When it begins, s after the fish meets the heat.
    pub start_s: f64,
    /// How long it lasts, s.
    pub duration_s: f64,
    /// Machine name, such as `sear_skin`.
    pub action: String,
    /// What to do, short.
    pub title: String,
    /// How to do it.
    pub detail: String,
    /// What to look, listen or feel for.
    pub cue: String,
}

impl Step {
    fn new(span_s: (f64, f64), action: &str, title: &str, detail: &str, cue: &str) -> Self {
        Self {
            start_s: span_s.0,
            duration_s: (span_s.1 - span_s.0).max(0.0),
            action: action.to_owned(),
            title: title.to_owned(),
            detail: detail.to_owned(),
            cue: cue.to_owned(),
        }
    }
}

/// Times that the steps hang on.
#[derive(Debug, Clone, PartialEq)]
pub struct Times {
    /// Turns, s.
    pub turns_s: Vec<f64>,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Rest after that, s.
    pub rest_s: f64,
    /// Look of the doneness.
    pub look: String,
}

impl Times {
    fn flip_s(&self) -> Option<f64> {
        self.turns_s.first().copied()
    }
}

impl Setting<'_> {
    /// Faces over time.
    pub fn programme(&self) -> Programme {
        match self.method.family {
            Family::Pan => pan::programme(self),
            Family::Oven => oven::programme(self),
            Family::Wet | Family::Steam => wet::programme(self),
            Family::Grill => grill::programme(self),
            Family::Fry => fry::programme(self),
        }
    }

    /// The words of the card.
    pub fn steps(&self, times: &Times) -> Vec<Step> {
        let mut steps = match self.method.family {
            Family::Pan => pan::steps(self, times),
            Family::Oven => oven::steps(self, times),
            Family::Wet | Family::Steam => wet::steps(self, times),
            Family::Grill => grill::steps(self, times),
            Family::Fry => fry::steps(self, times),
        };
        let end_s = times.pull_s + times.rest_s;
        let place = if self.method.family == Family::Fry { "on a rack" } else { "on a warm plate" };
        steps.push(Step::new(
            (times.pull_s, end_s),
            "rest",
            if times.rest_s >= 20.0 { "Out, and rest" } else { "Out, and serve" },
            &format!("Rest it {place}, uncovered; it goes on cooking."),
            &format!("Inside: {}.", times.look),
        ));
        steps
    }

    /// Knob and look of the medium.
    pub fn look(&self) -> Option<&Look> {
        self.method.look(self.medium_c)
    }

    /// What a face row needs to know.
    fn context(&self) -> FaceContext {
        FaceContext {
            boil_c: self.boil_c,
            surface_wet: OILED_OR_SKINNED_WET,
            film_factor: self.film_factor,
        }
    }

    /// How the solver sees a piece that the medium reaches all round.
    fn all_round(&self) -> Shape {
        let exponent = match self.cut.section {
            Section::Flat => 0.0,
            Section::Oval => (self.thickness_m / self.width_m).min(1.0),
        };
        Shape::Radial { exponent }
    }

    /// What the side that goes down first is called.
    fn first_side(&self) -> &'static str {
        if self.cut.on_the_bone {
            "first side"
        } else if self.skin {
            "skin side"
        } else {
            "best side"
        }
    }

    /// A programme in which the same medium reaches all round and nothing is turned.
    fn surrounded(&self, around: Surround) -> Programme {
        let rest = self.catalogue.faces.rest_above.surround(&self.context());
        Programme {
            shape: self.all_round(),
            reservoir: Reservoir::Held(self.medium_c),
            struck: around,
            upper: around,
            turn: Turn::Never,
            rest_below: rest,
            rest_above: rest,
            turn_down: None,
        }
    }

    /// A programme with heat from one side.
    fn one_sided(&self, struck: Surround, upper: Surround, reservoir: Reservoir) -> Programme {
        let faces = &self.catalogue.faces;
        Programme {
            shape: Shape::Slab,
            reservoir,
            struck,
            upper,
            turn: match self.school {
                School::SkinSide => Turn::AtShare(SKIN_SIDE_SHARE),
                School::TwoSided => Turn::AtShare(0.5),
                School::ManyTurns => Turn::Every(MANY_TURNS_S),
                School::OneSide => Turn::Never,
            },
            rest_below: faces.rest_below.surround(&self.context()),
            rest_above: faces.rest_above.surround(&self.context()),
            turn_down: None,
        }
    }
}

/// Wet share of an oiled or skinned surface; the usual state of fish that meets dry heat.
const OILED_OR_SKINNED_WET: f64 = 0.15;
/// Share of the time on the skin (common practice: four fifths to nearly all of it).
const SKIN_SIDE_SHARE: f64 = 0.8;
/// Time between turns of the school that turns often, s (common practice).
const MANY_TURNS_S: f64 = 30.0;
