//! The cut face: the whole cross-section over time, what the cook sees on the side and what the
//! guest sees in the middle.

use serde::Serialize;

use crate::bench::Bench;
use crate::error::FieldError;
use crate::plan::{Planned, planned};
use crate::setup::{PlanRequest, Resolved, Setup, resolve};
use crate::side_view::Plane;
use crate::timeline::{Programme, Schedule};
use cindo_heat::cells::CrossSection;
use cindo_heat::dose::Dose;
use cindo_heat::lethality::Hold;
use cindo_heat::outline::Outline;
use cindo_heat::solve::{Accuracy, PlaneSimulation, Sink};

/// Pictures while it is in the heat and while it rests.
const HEAT_PICTURES: f64 = 36.0;

const REST_PICTURES: f64 = 10.0;

/// Points on the outline, over half the width.
const OUTLINE_POINTS: u32 = 40;

/// A dried share above this is crust.
const CRUST_SHARE: f64 = 0.5;

/// The cross-section over time. Columns run from the middle to the side; of a whole fish from back to
/// belly. Places outside the outline hold the nearest flesh's values, to be clipped by `outline_mm`.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "schema", derive(utoipa::ToSchema))]
pub struct CutFace {
    /// Times, s.
    pub time_s: Vec<f64>,
    /// Edges of the columns, mm from the middle; negative towards the back of a whole fish.
    pub edge_mm: Vec<f64>,
    /// Edges of the rows, mm above the face that went down first.
    pub height_edge_mm: Vec<f64>,
    /// Hottest so far, whole °C, indexed `[time][column × rows + row]`.
    pub hottest_c: Vec<Vec<i16>>,
    /// Crust (1) or not (0), indexed likewise.
    pub crust: Vec<Vec<u8>>,
    /// Outline as points (across, up), mm: from the middle along the top to the side and back below;
    /// of a whole fish all round.
    pub outline_mm: Vec<[f64; 2]>,
    /// Outline of the open cavity, likewise; empty where there is none.
    pub cavity_mm: Vec<[f64; 2]>,
    /// Middle of the backbone (across, up) and its radius, mm; none for boneless cuts.
    pub backbone_mm: Option<[f64; 3]>,
    /// Times when it is turned, s.
    pub turns_s: Vec<f64>,
    /// Off the heat, s.
    pub pull_s: f64,
    /// Height above the heat to which the side shows opaque flesh, share of the thickness: what the
    /// cook sees.
    pub side_opaque_share: Vec<f64>,
    /// Share of the middle that is set: what the guest sees.
    pub middle_opaque_share: Vec<f64>,
    /// The place in the inner part that was heated least up to the pull, °C.
    pub core_c: Vec<f64>,
    /// How long the worst place stays on end at the limit of this piece, s: 63 °C, or that of minced (68)
    /// or stuffed (74) fish.
    pub worst_held_s: f64,
}

/// The cut face of a plan.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `doneness` when the target cannot be reached.
pub fn cut_face<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
) -> Result<CutFace, Vec<FieldError>> {
    let bench = bench.into();
    cut_face_of(bench, request, &planned(bench, request)?)
}

/// The cut face of a request whose plan is solved already.
///
/// # Errors
/// As [`cut_face`].
pub fn cut_face_of<'a>(
    bench: impl Into<Bench<'a>>,
    request: &PlanRequest,
    Planned { pulled, .. }: &Planned,
) -> Result<CutFace, Vec<FieldError>> {
    let bench = bench.into();
    let resolved = resolve(bench, request)?;
    let setup = &resolved.setup;
    let at = (pulled.pull_s, pulled.rest_s);
    // From one picture to the next in one step, where nothing happens that asks for more.
    let rest_every_s = if at.1 > 0.0 { at.1 / REST_PICTURES } else { f64::INFINITY };
    let every_s = (at.0 / HEAT_PICTURES).min(rest_every_s);
    let longest_step_s = every_s.max(Accuracy::PLANE.longest_step_s);
    let plane = Plane::new(setup, Accuracy { longest_step_s, ..Accuracy::PLANE });
    bench.afford(Ok(pictures(&resolved, &plane, &pulled.schedule, at)))
}

fn pictures(
    resolved: &Resolved<'_>,
    plane: &Plane,
    schedule: &Schedule,
    (pull_s, rest_s): (f64, f64),
) -> CutFace {
    let setup = &resolved.setup;
    let programme = Programme::of(setup);
    let millimetres =
        |edges: &[f64]| -> Vec<f64> { edges.iter().map(|m| (m * 1e5).round() / 100.0).collect() };
    let section = &plane.section;
    let mut answer = CutFace {
        edge_mm: millimetres(&section.x_edge_m),
        height_edge_mm: millimetres(&section.z_edge_m),
        outline_mm: outline_mm(setup),
        cavity_mm: if setup.stuffed { Vec::new() } else { cavity_mm(setup) },
        backbone_mm: backbone_mm(setup),
        turns_s: schedule.turns_s.clone(),
        pull_s,
        ..CutFace::default()
    };
    let nearest = nearest_inside(section);
    let mut dose = Dose::new(section.area_m2.len(), setup.species.set_shift_k);
    let mut hold = Hold::new(resolved.limit.core_c, section.area_m2.len());
    let mut before_c = vec![setup.start_c; section.area_m2.len()];
    let mut next_s = 0.0;
    let end_s = pull_s + rest_s;
    // As in one column: the place heated least up to the pull, held fixed through the rest.
    let mut core = None;
    let still = vec![setup.start_c; section.area_m2.len()];
    let mut take = |time_s: f64, hottest: &[f64], now: &[f64], dried: &[f64], dose: &Dose| {
        answer.time_s.push((time_s * 10.0).round() / 10.0);
        #[expect(clippy::cast_possible_truncation, reason = "−50 to 600 °C")]
        answer.hottest_c.push(nearest.iter().map(|c| hottest[*c].round() as i16).collect());
        answer.crust.push(nearest.iter().map(|c| u8::from(dried[*c] > CRUST_SHARE)).collect());
        let is_turned = schedule.is_turned_before(time_s.min(pull_s));
        let share = |s: f64| (s * 1000.0).round() / 1000.0;
        answer.side_opaque_share.push(share(plane.side_opaque(dose, is_turned)));
        answer.middle_opaque_share.push(share(plane.middle_opaque(dose)));
        if time_s <= pull_s + 1e-6 {
            core = plane.core(hottest);
        }
        let core_c = core.as_ref().map_or(setup.start_c, |core| core.at(now));
        answer.core_c.push((core_c * 10.0).round() / 10.0);
    };
    take(0.0, &still, &still, &vec![0.0; still.len()], &dose);
    let mut simulation = plane.raw(setup);
    let mut seen = |simulation: &PlaneSimulation<'_>, step_s: f64| {
        dose.add(simulation.temperature_c(), step_s);
        hold.add(&before_c, simulation.temperature_c(), step_s);
        before_c.copy_from_slice(simulation.temperature_c());
        let now = simulation.time_s();
        if now >= next_s || now >= end_s - 1e-6 || (now - pull_s).abs() < 1e-6 {
            take(
                now,
                simulation.hottest_c(),
                simulation.temperature_c(),
                simulation.dried(),
                &dose,
            );
            let every = if now < pull_s { pull_s / HEAT_PICTURES } else { rest_s / REST_PICTURES };
            next_s = now + every;
        }
        Sink::Continue
    };
    plane.heat(&mut simulation, setup, &programme, schedule, pull_s, &mut seen);
    plane.rest(&mut simulation, setup, &programme, (schedule, pull_s), rest_s, &mut seen);
    let inside = (0..section.area_m2.len()).filter(|cell| section.is_inside(*cell));
    answer.worst_held_s = inside.map(|cell| hold.held_s(cell)).fold(f64::INFINITY, f64::min);
    answer
}

/// For every cell the nearest one inside, so that a picture can be drawn to the very outline.
fn nearest_inside(section: &CrossSection) -> Vec<usize> {
    let rows = section.rows;
    let place = |cell: usize| {
        let (column, row) = (cell / rows, cell % rows);
        (
            0.5 * (section.x_edge_m[column] + section.x_edge_m[column + 1]),
            0.5 * (section.z_edge_m[row] + section.z_edge_m[row + 1]),
        )
    };
    let inside: Vec<usize> = (0..section.area_m2.len()).filter(|c| section.is_inside(*c)).collect();
    (0..section.area_m2.len())
        .map(|cell| {
            if section.is_inside(cell) {
                return cell;
            }
            let (x, z) = place(cell);
            let far = |other: &usize| {
                let (a, b) = place(*other);
                (a - x).powi(2) + (b - z).powi(2)
            };
            inside.iter().copied().min_by(|a, b| far(a).total_cmp(&far(b))).unwrap_or(cell)
        })
        .collect()
}

/// Points along the top and back along the bottom of a shape. `edges` takes −1 (or 0) to 1 and gives
/// how far across and the span there, as shares.
fn points(setup: &Setup<'_>, edges: impl Fn(f64) -> (f64, (f64, f64)), from: f64) -> Vec<[f64; 2]> {
    let half_mm = 500.0 * setup.width_m;
    let thickness_mm = 1000.0 * setup.thickness_m;
    let at: Vec<(f64, (f64, f64))> = (0..=OUTLINE_POINTS)
        .map(|i| {
            // Closer together towards the ends, where an oval bends.
            let s = f64::from(i) / f64::from(OUTLINE_POINTS);
            edges(if from < 0.0 {
                -(std::f64::consts::PI * s).cos()
            } else {
                (std::f64::consts::FRAC_PI_2 * s).sin()
            })
        })
        .collect();
    let round = |mm: f64| (mm * 100.0).round() / 100.0;
    let top = at.iter().map(|(x, (_, high))| [round(x * half_mm), round(high * thickness_mm)]);
    let low = at.iter().rev().map(|(x, (low, _))| [round(x * half_mm), round(low * thickness_mm)]);
    top.chain(low).collect()
}

fn outline_mm(setup: &Setup<'_>) -> Vec<[f64; 2]> {
    let outline = setup.cut.outline;
    let from = if outline.is_lopsided() { -1.0 } else { 0.0 };
    points(setup, |across| (across, outline.edges(across)), from)
}

fn cavity_mm(setup: &Setup<'_>) -> Vec<[f64; 2]> {
    let Some((from, to)) = setup.cut.outline.hole_span() else { return Vec::new() };
    let hole = |s: f64| {
        let across = 0.5 * (from + to) + 0.5 * (to - from) * s;
        // At its very ends the cavity closes in one point.
        let span = setup.cut.outline.hole(across).unwrap_or((0.5, 0.5));
        (across, span)
    };
    points(setup, hole, -1.0)
}

/// Where the backbone is: between back and cavity. Drawn only; its heat is that of flesh.
fn backbone_mm(setup: &Setup<'_>) -> Option<[f64; 3]> {
    let (half_mm, thickness_mm) = (500.0 * setup.width_m, 1000.0 * setup.thickness_m);
    (setup.cut.outline == Outline::OvalWithCavity)
        .then(|| [-0.12 * half_mm, 0.5 * thickness_mm, 0.06 * thickness_mm])
}
