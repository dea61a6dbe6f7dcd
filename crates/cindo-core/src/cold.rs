//! Fish and frost: thawing it, and freezing it against parasites, by the same simulation.

use serde::{Deserialize, Serialize};

use crate::catalogue::{Catalogue, Cut, FaceContext, Section};
use crate::error::{FieldError, Problems};
use crate::grid::{Grid, Shape};
use crate::ice::FREEZING_C;
use crate::material::Flesh;
use crate::plan::{Board, Piece, PlanRequest, check_board};
use crate::solver::{Accuracy, Heater, Observer, Phase, Simulation, Sink, View};

/// Where it thaws.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ThawPlace {
    /// On a rack in the fridge.
    #[default]
    Fridge,
    /// In a bag under cold running water.
    ColdWater,
}

/// How frozen fish is to be thawed.
#[derive(Debug, Clone, Copy, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thaw {
    /// Where.
    #[serde(default)]
    pub place: ThawPlace,
    /// Temperature in the freezer, °C, −40 to −2; −18 when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub from_c: Option<f64>,
    /// Temperature of fridge (1 to 5 °C) or water (2 to 20 °C); 4 and 12 °C when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub place_c: Option<f64>,
    /// Thickness of what is frozen together, mm; that of the piece when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pack_mm: Option<f64>,
}

/// Thawing of one piece.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ThawRequest {
    /// The piece; its `start_c` is that of the cooking and does not matter here.
    pub piece: Piece,
    /// How.
    pub thaw: Thaw,
}

/// Middle and surface over time.
#[derive(Debug, Clone, Default, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ColdSeries {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Middle, °C.
    pub core_c: Vec<f64>,
    /// Surface, °C.
    pub surface_c: Vec<f64>,
}

/// When it is thawed.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct ThawAnswer {
    /// Temperature where it thaws, °C.
    pub place_c: f64,
    /// Half of the ice has gone: stiff, but enough for the ways that allow a frozen start, s.
    pub half_s: f64,
    /// No ice is left anywhere: safe to cook in any way, s.
    pub through_s: f64,
    /// When to take it out at the latest before it is wanted, s: a tenth more than `through_s`,
    /// because nobody knows a pack to the millimetre.
    pub lead_s: f64,
    /// When its surface passes 5 °C, s; none while it thaws.
    pub surface_warm_s: Option<f64>,
    /// In one sentence.
    pub sentence: String,
    /// What to mind.
    pub cautions: Vec<String>,
    /// Middle and surface over time.
    pub series: ColdSeries,
}

/// A freezer.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FreezerKind {
    /// Still air: chest or cabinet.
    #[default]
    Still,
    /// Moving air: a blast freezer.
    Blast,
}

/// Freezing one piece against parasites.
#[derive(Debug, Clone, Default, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FreezeRequest {
    /// The piece; it goes in at its `start_c`.
    pub piece: Piece,
    /// Which freezer.
    #[serde(default)]
    pub freezer: FreezerKind,
    /// Its temperature, °C, −60 to −5.
    pub freezer_c: f64,
    /// Thickness of what freezes together, mm; that of the piece when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    pub pack_mm: Option<f64>,
}

/// Whether a freezer deals with parasites, and when.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct FreezeAnswer {
    /// When the middle has passed −20 °C, s; none when it never does.
    pub through_s: Option<f64>,
    /// When it may be served undercooked, s; none when this freezer does not get there.
    pub safe_s: Option<f64>,
    /// Coldest that the middle gets in this freezer, °C.
    pub coldest_c: f64,
    /// In one sentence.
    pub sentence: String,
    /// What to mind.
    pub cautions: Vec<String>,
    /// Middle and surface over time.
    pub series: ColdSeries,
}

/// Freezing against parasites. Source: FDA Food Code 3-402.11 (from memory).
const PARASITE_FROZEN_C: f64 = -20.0;
const PARASITE_HOLD_S: f64 = 7.0 * 86_400.0;
/// The fast way of the same rule: solid and kept at −35 °C for 15 hours.
const FAST_FROZEN_C: f64 = -35.0;
const FAST_HOLD_S: f64 = 15.0 * 3600.0;
/// Fish kept above this is out of the cold, °C. Source: FDA Food Code 3-501.16 (from memory).
pub(crate) const COLD_C: f64 = 5.0;
/// Longest time that thawing under water may keep the surface above that, s. Source: the same,
/// 3-501.13 (from memory).
const WARM_LIMIT_S: f64 = 4.0 * 3600.0;
/// Nobody waits longer, s.
const LONGEST_S: f64 = 6.0 * 86_400.0;
/// Thawed fish does not keep for longer, s (common practice: two to three days).
const LONGEST_THAW_S: f64 = 3.0 * 86_400.0;
/// A tenth more time than the simulation says.
const MARGIN: f64 = 1.1;
/// Field of the thickness of what is frozen together.
const PACK: &str = "thaw.pack_mm";
const SAMPLES: usize = 120;
const ACCURACY: Accuracy =
    Accuracy { cells: 40, columns: 1, tolerance_k: 0.01, longest_step_s: 300.0 };

impl Cut {
    /// How the solver sees a piece that is reached from all round.
    pub(crate) fn all_round(&self, thickness_m: f64, width_m: f64) -> Shape {
        let exponent = match self.section {
            Section::Flat => 0.0,
            Section::Oval => (thickness_m / width_m).min(1.0),
        };
        Shape::Radial { exponent }
    }
}

/// A block of fish in cold or warm surroundings.
struct Block<'a> {
    catalogue: &'a Catalogue,
    board: Board<'a>,
    thickness_m: f64,
    width_m: f64,
}

/// Collects the course and stops when what is waited for has come.
struct Course<'g, F> {
    grid: &'g Grid,
    series: ColdSeries,
    is_over: F,
}

impl<F: FnMut(&View<'_>, f64) -> bool> Observer for Course<'_, F> {
    fn observe(&mut self, view: &View<'_>) -> Sink {
        let core_c = self.grid.at(view.temperature_c, 0.0);
        self.series.time_s.push(view.time_s);
        self.series.core_c.push(core_c);
        self.series.surface_c.push(view.surface_c[1]);
        if (self.is_over)(view, core_c) { Sink::Stop } else { Sink::Continue }
    }
}

impl Block<'_> {
    /// Runs from one temperature throughout in surroundings of another until `is_over`. Returns the
    /// course and whether it came to that.
    fn run(
        &self,
        row: &str,
        start_c: f64,
        place_c: f64,
        is_over: impl FnMut(&View<'_>, f64) -> bool,
    ) -> (ColdSeries, bool) {
        let flesh = Flesh::freezing(&self.board.species.flesh(), self.board.boil_c);
        let shape = self.board.cut.all_round(self.thickness_m, self.width_m);
        let grid = Grid::new(shape, self.thickness_m, ACCURACY.cells);
        let context = FaceContext { boil_c: self.board.boil_c, surface_wet: 0.0, film_factor: 1.0 };
        let around = self.catalogue.faces.get(row).map(|row| row.surround(&context));
        let phase = Phase {
            duration_s: LONGEST_S,
            bottom: None,
            top: around,
            heater: Heater::held(place_c),
        };
        let mut course = Course { grid: &grid, series: ColdSeries::default(), is_over };
        let stopped = Simulation::new(&flesh, &grid, ACCURACY, start_c).run(&phase, &mut course);
        (course.series, stopped == Sink::Stop)
    }
}

impl ColdSeries {
    /// Few enough points to draw, the last one among them.
    fn thinned(&self) -> Self {
        let n = self.time_s.len();
        let picked =
            || (0..SAMPLES).map(|i| (i + 1) * n / SAMPLES).filter(|i| *i > 0).map(|i| i - 1);
        let mut places: Vec<usize> = picked().collect();
        places.dedup();
        let of = |values: &[f64], unit: f64| {
            places.iter().map(|i| (values[*i] * unit).round() / unit).collect()
        };
        Self {
            time_s: of(&self.time_s, 1.0),
            core_c: of(&self.core_c, 100.0),
            surface_c: of(&self.surface_c, 100.0),
        }
    }
}

fn block<'a>(
    catalogue: &'a Catalogue,
    piece: &Piece,
    (field, pack_mm): (&str, Option<f64>),
    problems: &mut Problems,
) -> Option<Block<'a>> {
    let request = PlanRequest { piece: piece.clone(), ..PlanRequest::default() };
    let board = check_board(catalogue, &request, problems)?;
    let thickness_mm = pack_mm.unwrap_or(piece.thickness_mm);
    problems.range(field, thickness_mm, 4.0, 200.0, "mm");
    let width_m = piece.width_mm.unwrap_or(board.cut.width_mm) / 1000.0;
    Some(Block { catalogue, board, thickness_m: thickness_mm / 1000.0, width_m })
}

/// When a frozen piece is thawed.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn thaw(catalogue: &Catalogue, request: &ThawRequest) -> Result<ThawAnswer, Vec<FieldError>> {
    let how = request.thaw;
    let mut problems = Problems::new();
    let block = block(catalogue, &request.piece, (PACK, how.pack_mm), &mut problems);
    let from_c = how.from_c.unwrap_or(-18.0);
    problems.range("thaw.from_c", from_c, -40.0, -2.0, "°C");
    let (row, usual_c, low, high) = match how.place {
        ThawPlace::Fridge => ("cold_fridge", 4.0, 1.0, 5.0),
        ThawPlace::ColdWater => ("cold_water", 12.0, 2.0, 20.0),
    };
    let place_c = how.place_c.unwrap_or(usual_c);
    problems.range("thaw.place_c", place_c, low, high, "°C");
    problems.finish()?;
    let Some(block) = block else { return Err(Vec::new()) };
    let flesh = block.board.species.flesh();
    let half_ice = 0.5 * flesh.ice(from_c);
    let (mut half_s, mut warm_s) = (None, None);
    let (series, thawed) = block.run(row, from_c, place_c, |view, core_c| {
        let mean_ice: f64 = view.temperature_c.iter().map(|t| flesh.ice(*t)).sum::<f64>()
            / view.temperature_c.len() as f64;
        if mean_ice < half_ice {
            half_s.get_or_insert(view.time_s);
        }
        if view.surface_c[1] > COLD_C {
            warm_s.get_or_insert(view.time_s);
        }
        core_c > FREEZING_C + 0.05
    });
    let through_s = series.time_s.last().copied().unwrap_or_default();
    if !thawed || through_s > LONGEST_THAW_S {
        return Err(vec![FieldError {
            field: PACK.to_owned(),
            message: format!(
                "{} frozen together would not be thawed within 3 days there, and fish does not keep for longer: take it apart, or thaw it in cold water",
                millimetres(block.thickness_m)
            ),
        }]);
    }
    let species = block.board.species;
    Ok(ThawAnswer {
        place_c,
        half_s: half_s.unwrap_or(through_s),
        through_s,
        lead_s: MARGIN * through_s,
        surface_warm_s: warm_s,
        sentence: format!(
            "{} thick, from {} °C: thawed through after {} {}.",
            millimetres(block.thickness_m),
            signed(from_c),
            long_time(through_s),
            match how.place {
                ThawPlace::Fridge => format!("on a rack in a {place_c:.0} °C fridge"),
                ThawPlace::ColdWater => format!("in a bag in {place_c:.0} °C water"),
            }
        ),
        cautions: thaw_cautions(how.place, species.histamine, warm_s, through_s),
        series: series.thinned(),
    })
}

/// Whole degrees with a proper minus.
fn signed(celsius: f64) -> String {
    format!("{celsius:.0}").replace('-', "−")
}

fn millimetres(m: f64) -> String {
    format!("{:.0} mm", m * 1000.0)
}

/// Hours and minutes in words for long waits.
pub(crate) fn long_time(seconds: f64) -> String {
    let minutes = (seconds / 60.0).round();
    if minutes < 100.0 {
        format!("{minutes:.0} min")
    } else if minutes < 48.0 * 60.0 {
        let half_hours = (minutes / 30.0).round() / 2.0;
        format!("{half_hours} h")
    } else {
        format!("{:.1} days", minutes / 1440.0)
    }
}

fn thaw_cautions(
    place: ThawPlace,
    histamine: bool,
    warm_s: Option<f64>,
    through_s: f64,
) -> Vec<String> {
    let mut cautions = vec![
        "Open a vacuum pack before it thaws: without air, Clostridium botulinum can grow in it (advice of food agencies; from memory).".to_owned(),
    ];
    if place == ThawPlace::ColdWater {
        cautions.push(
            "Cold water only, running or changed every half hour, fish in a bag that keeps the water out; cook it at once."
                .to_owned(),
        );
        if let Some(warm_s) = warm_s
            && through_s - warm_s > 0.5 * WARM_LIMIT_S
        {
            cautions.push(format!(
                "Its surface is above 5 °C for {}; four hours is the limit of the Food Code, cooking included: the fridge is the better place for a piece this thick.",
                long_time(through_s - warm_s)
            ));
        }
    }
    cautions.push(if histamine {
        "Never on the bench: this kind makes histamine as soon as it is warm, and cooking does not remove it.".to_owned()
    } else {
        "Never on the bench: the outside is warm for hours before the middle is thawed.".to_owned()
    });
    cautions
}

/// When the middle has been cold for long enough to kill parasites in this freezer.
///
/// # Errors
/// Each field that is wrong, with what is allowed.
pub fn freeze(
    catalogue: &Catalogue,
    request: &FreezeRequest,
) -> Result<FreezeAnswer, Vec<FieldError>> {
    let mut problems = Problems::new();
    let block = block(catalogue, &request.piece, ("pack_mm", request.pack_mm), &mut problems);
    let freezer_c = request.freezer_c;
    problems.range("freezer_c", freezer_c, -60.0, -5.0, "°C");
    problems.finish()?;
    let Some(block) = block else { return Err(Vec::new()) };
    let row = match request.freezer {
        FreezerKind::Still => "cold_freezer",
        FreezerKind::Blast => "cold_blast",
    };
    // Within a tenth of a Kelvin of the freezer nothing more happens.
    let settled_c = freezer_c + 0.1;
    let start_c = request.piece.start_c;
    let passes = |limit_c: f64| {
        (limit_c > freezer_c).then(|| {
            let (series, came) = block.run(row, start_c, freezer_c, |_, core_c| core_c <= limit_c);
            (came, series.time_s.last().copied().unwrap_or_default())
        })
    };
    let at = |limit_c: f64| passes(limit_c).and_then(|(came, time_s)| came.then_some(time_s));
    let through_s = at(PARASITE_FROZEN_C);
    let slow_s = through_s.map(|s| s + PARASITE_HOLD_S);
    let fast_s = at(FAST_FROZEN_C).map(|s| s + FAST_HOLD_S);
    let safe_s = match (slow_s, fast_s) {
        (Some(slow), Some(fast)) => Some(slow.min(fast)),
        (slow, fast) => slow.or(fast),
    };
    let (series, _) = block.run(row, start_c, freezer_c, |_, core_c| core_c <= settled_c);
    let thick = millimetres(block.thickness_m);
    let sentence = match (through_s, safe_s, fast_s) {
        (Some(_), Some(safe), Some(fast)) if fast <= safe => format!(
            "{thick} in this freezer: colder than −35 °C to the middle after {}, then 15 hours; {} in all.",
            long_time(fast - FAST_HOLD_S),
            long_time(safe)
        ),
        (Some(through), Some(safe), _) => format!(
            "{thick} in this freezer: colder than −20 °C to the middle after {}, then 7 days; {} in all.",
            long_time(through),
            long_time(safe)
        ),
        _ => format!(
            "Never: at {} °C the middle stays above −20 °C, however long it lies. Buy fish frozen for eating raw, use a colder freezer, or cook it through.",
            signed(freezer_c)
        ),
    };
    Ok(FreezeAnswer {
        through_s,
        safe_s,
        coldest_c: series.core_c.last().map_or(freezer_c, |c| (c * 10.0).round() / 10.0),
        sentence,
        cautions: vec![
            "Check the freezer with a thermometer between the packs: its dial shows what it is set to.".to_owned(),
            "Freezing kills parasites, not bacteria. Salting and curing kill neither for certain.".to_owned(),
            "Rules differ by country and kind of fish; follow your local food code.".to_owned(),
        ],
        series: series.thinned(),
    })
}
