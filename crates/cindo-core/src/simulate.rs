//! The bare solver on faces given by hand: `cindo simulate` and `POST /api/simulate`.

use serde::{Deserialize, Serialize};

use crate::bench::afford;
use crate::error::{FieldError, Problems};
use crate::setup::ALTITUDE_RANGE_M;
use cindo_heat::bounded::Bounded;
use cindo_heat::composition::{Composition, CompositionFault, ConstantProperties, TOTAL_RANGE};
use cindo_heat::flesh::Flesh;
use cindo_heat::grid::{Grid, Shape};
use cindo_heat::reservoir::Heater;
use cindo_heat::solve::{Accuracy, Budget, Observer, Phase, Simulation, Sink, View};
use cindo_heat::surround::{Face, Surround};
use cindo_heat::water::boiling_point_c;

/// Coldest that anything may be, °C: the ice curve ends there.
const COLDEST_C: f64 = -60.0;
/// Longest run, s: two days covers the slowest bath.
const LONGEST_RUN_S: f64 = 172_800.0;
/// Most samples in one answer.
const MOST_SAMPLES: f64 = 4_000.0;
/// Most phases in one request.
const MOST_PHASES: usize = 200;

/// A piece and the faces acting on it.
#[derive(Debug, Clone, PartialEq, Deserialize, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SimulateRequest {
    /// Mass fractions; may be left out when `constant` is given.
    #[serde(default)]
    pub composition: Option<Composition>,
    /// Constant properties instead of the composition; turns evaporation off.
    #[serde(default)]
    pub constant: Option<ConstantProperties>,
    /// Full thickness or diameter, mm, 1 to 300.
    #[cfg_attr(feature = "schema", schema(minimum = 1, maximum = 300))]
    pub thickness_mm: f64,
    /// 0 slab, 1 cylinder, 2 sphere, and between.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = 0, maximum = 2))]
    pub shape_exponent: f64,
    /// Whether only `top` is given and acts all round.
    #[serde(default)]
    pub symmetric: bool,
    /// Temperature at the start, °C, −60 to 60 (with `constant` to 500).
    #[cfg_attr(feature = "schema", schema(minimum = -60, maximum = 500))]
    pub start_c: f64,
    /// Height above sea level, m, −430 to 5500.
    #[serde(default)]
    #[cfg_attr(feature = "schema", schema(minimum = -430, maximum = 5500))]
    pub altitude_m: f64,
    /// What happens, in order.
    #[cfg_attr(feature = "schema", schema(min_items = 1, max_items = 200))]
    pub phases: Vec<SimulatePhase>,
    /// Time between samples, s, 0.1 and up.
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 172_800))]
    pub every_s: f64,
}

/// A stretch of time with unchanged faces.
#[derive(Debug, Clone, PartialEq, Deserialize, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SimulatePhase {
    /// How long, s.
    #[cfg_attr(feature = "schema", schema(minimum = 0.1, maximum = 172_800))]
    pub duration_s: f64,
    /// The lower face; left out when symmetric, insulated when left out of a slab.
    #[serde(default)]
    pub bottom: Option<Face>,
    /// The upper face, or all round; insulated when left out.
    #[serde(default)]
    pub top: Option<Face>,
}

/// Temperatures over time and the heat balance of the whole run.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct SimulateAnswer {
    /// Sample times, s, starting at `every_s`; the end of the run is always among them.
    pub time_s: Vec<f64>,
    /// The centre when symmetric or radial, else the coldest point within the inner 70 %, °C.
    pub core_c: Vec<f64>,
    /// Mean over the volume, °C.
    pub mean_c: Vec<f64>,
    /// At the lower face itself, °C; when symmetric the same as `top_c`.
    pub bottom_c: Vec<f64>,
    /// At the upper (outer) face itself, °C.
    pub top_c: Vec<f64>,
    /// Water lost, kg per m² of one exposed face.
    pub evaporated_kg_m2: f64,
    /// Heat balance, J per m² of one exposed face.
    pub energy_j_m2: EnergyBalance,
}

/// Heat balance of a run: `in` = `sensible` + `latent`.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct EnergyBalance {
    /// Entered by convection and radiation, before evaporation took its part.
    #[serde(rename = "in")]
    pub incoming: f64,
    /// Warmed the flesh.
    pub sensible: f64,
    /// Left with the water.
    pub latent: f64,
}

struct Sampler<'g> {
    grid: &'g Grid,
    every_s: f64,
    next: u32,
    end_s: f64,
    answer: SimulateAnswer,
}

impl Observer for Sampler<'_> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        if view.time_s >= self.next_stop_s() - 1e-9 {
            let answer = &mut self.answer;
            answer.time_s.push(view.time_s);
            answer.core_c.push(self.grid.coldest(view.temperature_c).1);
            let volume = &self.grid.volume_m;
            let sum: f64 = view.temperature_c.iter().zip(volume).map(|(t, v)| t * v).sum();
            answer.mean_c.push(sum / self.grid.total_volume_m());
            let top = view.surface_c[1];
            answer.bottom_c.push(if self.grid.is_symmetric() { top } else { view.surface_c[0] });
            answer.top_c.push(top);
            self.next += 1;
        }
        Sink::Continue
    }

    fn next_stop_s(&self) -> f64 {
        (f64::from(self.next) * self.every_s).min(self.end_s)
    }
}

impl SimulateRequest {
    /// Checks every field and its range.
    ///
    /// # Errors
    /// Each field that is wrong, with what is allowed.
    fn check(&self) -> Result<Flesh, Vec<FieldError>> {
        let mut problems = Problems::new();
        problems.range("thickness_mm", self.thickness_mm, 1.0, 300.0, "mm");
        problems.range("shape_exponent", self.shape_exponent, 0.0, 2.0, "");
        let high = if self.constant.is_some() { 500.0 } else { 60.0 };
        problems.range("start_c", self.start_c, COLDEST_C, high, "°C");
        problems.range("altitude_m", self.altitude_m, ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1, "m");
        problems.range("every_s", self.every_s, 0.1, LONGEST_RUN_S, "s");
        if self.phases.is_empty() || self.phases.len() > MOST_PHASES {
            problems.add("phases", format!("give 1 to {MOST_PHASES} phases"));
        }
        let total: f64 = self.phases.iter().map(|p| p.duration_s).sum();
        if total > LONGEST_RUN_S {
            problems.add("phases", format!("all phases together may last {LONGEST_RUN_S} s"));
        } else if total / self.every_s > MOST_SAMPLES {
            problems.add(
                "every_s",
                format!(
                    "would give more than {MOST_SAMPLES} samples; allowed here is {:.1} s and up",
                    total / MOST_SAMPLES
                ),
            );
        }
        for (i, phase) in self.phases.iter().enumerate() {
            let at = |name: &str| format!("phases.{i}.{name}");
            problems.range(&at("duration_s"), phase.duration_s, 0.1, LONGEST_RUN_S, "s");
            if phase.bottom.is_some() && self.is_symmetric() {
                problems.add(
                    &at("bottom"),
                    "with `symmetric` or a shape exponent above 0 only `top` is given; it acts all round",
                );
            }
            for (name, face) in [("bottom", &phase.bottom), ("top", &phase.top)] {
                if let Some(face) = face {
                    check_face(&at(name), face, &mut problems);
                }
            }
        }
        let boil_c =
            boiling_point_c(self.altitude_m.bounded(ALTITUDE_RANGE_M.0, ALTITUDE_RANGE_M.1));
        let flesh = match (&self.constant, &self.composition) {
            (Some(constant), _) => {
                problems.range("constant.k", constant.k, 0.01, 500.0, "W/(m K)");
                problems.range("constant.rho", constant.rho, 1.0, 20_000.0, "kg/m³");
                problems.range("constant.cp", constant.cp, 100.0, 20_000.0, "J/(kg K)");
                Some(Flesh::constant(constant, boil_c))
            }
            (None, Some(composition)) => problems
                .absorb(mass_fractions(composition))
                .map(|composition| Flesh::freezing(&composition, boil_c)),
            (None, None) => {
                problems.add("composition", "give `composition` or `constant`");
                None
            }
        };
        problems.finish()?;
        flesh.ok_or_else(Vec::new)
    }

    fn is_symmetric(&self) -> bool {
        self.symmetric || self.shape_exponent > 0.0
    }
}

fn check_face(at: &str, face: &Face, problems: &mut Problems) {
    problems.range(&format!("{at}.h"), face.h, 0.0, 1e6, "W/(m² K)");
    problems.range(&format!("{at}.medium_c"), face.medium_c, COLDEST_C, 600.0, "°C");
    problems.range(&format!("{at}.emissivity"), face.emissivity, 0.0, 1.0, "");
    if let Some(radiant_c) = face.radiant_c {
        problems.range(&format!("{at}.radiant_c"), radiant_c, COLDEST_C, 1000.0, "°C");
    }
    problems.range(&format!("{at}.wet"), face.wet, 0.0, 1.0, "");
    problems.range(&format!("{at}.coat_m2k_w"), face.coat_m2k_w, 0.0, 10.0, "m² K/W");
    problems.range(&format!("{at}.vapour_pa"), face.vapour_pa, 0.0, 101_325.0, "Pa");
    if let Some(dries_kg_m2) = face.dries_kg_m2 {
        problems.range(&format!("{at}.dries_kg_m2"), dries_kg_m2, 0.001, 100.0, "kg/m²");
    }
}

/// Mass fractions that add up, or what is wrong with them.
fn mass_fractions(composition: &Composition) -> Result<Composition, Vec<FieldError>> {
    composition.normalised().map_err(|faults| {
        let mut problems = Problems::new();
        for fault in faults {
            match fault {
                CompositionFault::Fraction { name, value } => {
                    problems.range(&format!("composition.{name}"), value, 0.0, 1.0, "");
                }
                CompositionFault::Total(total) => {
                    let (low, high) = TOTAL_RANGE;
                    problems.add(
                        "composition",
                        format!(
                            "the mass fractions add up to {total:.3}; they must add up to {low} to {high}"
                        ),
                    );
                }
            }
        }
        problems.finish().err().unwrap_or_default()
    })
}

/// Runs the bare solver.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn simulate(request: &SimulateRequest) -> Result<SimulateAnswer, Vec<FieldError>> {
    run(request, Accuracy::BARE, None)
}

/// Runs the bare solver at the expense of a budget, if there is one.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `request` when the budget was over first.
pub fn simulate_in(
    budget: Option<&Budget>,
    request: &SimulateRequest,
) -> Result<SimulateAnswer, Vec<FieldError>> {
    run(request, Accuracy::BARE, budget)
}

/// Runs the bare solver at a resolution of choice.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn simulate_at(
    request: &SimulateRequest,
    accuracy: Accuracy,
) -> Result<SimulateAnswer, Vec<FieldError>> {
    run(request, accuracy, None)
}

fn run(
    request: &SimulateRequest,
    accuracy: Accuracy,
    budget: Option<&Budget>,
) -> Result<SimulateAnswer, Vec<FieldError>> {
    let flesh = request.check()?;
    let shape = if request.is_symmetric() {
        Shape::Radial { exponent: request.shape_exponent }
    } else {
        Shape::Slab
    };
    let grid = Grid::new(shape, request.thickness_mm / 1000.0, accuracy.cells);
    let mut simulation = Simulation::new(&flesh, &grid, accuracy, request.start_c).within(budget);
    let mut sampler = Sampler {
        grid: &grid,
        every_s: request.every_s,
        next: 1,
        end_s: request.phases.iter().map(|p| p.duration_s).sum(),
        answer: SimulateAnswer::default(),
    };
    for phase in &request.phases {
        // Constant properties mean a dry test body: nothing evaporates from its faces either.
        let surround = |face: &Face| {
            let wet = if flesh.evaporates { face.wet } else { 0.0 };
            Surround::fixed(Face { wet, ..*face })
        };
        let phase = Phase {
            duration_s: phase.duration_s,
            bottom: phase.bottom.as_ref().map(surround),
            top: phase.top.as_ref().map(surround),
            heater: Heater::held(0.0),
        };
        simulation.run(&phase, &mut sampler);
    }
    let balance = simulation.balance();
    let mut answer = sampler.answer;
    answer.evaporated_kg_m2 = balance.evaporated_kg_m2;
    answer.energy_j_m2 = EnergyBalance {
        incoming: balance.incoming_j_m2,
        sensible: simulation.sensible_j_m2(),
        latent: balance.latent_j_m2,
    };
    afford(budget, Ok(answer))
}
