//! The cut face: the whole cross-section over time, what the cook sees on the side and what the
//! guest sees in the middle.

use serde::Serialize;

use crate::catalogue::{Catalogue, Outline};
use crate::cross_section::{CrossSection, Facing};
use crate::doneness::Dose;
use crate::error::FieldError;
use crate::face::Face;
use crate::grid::Shape;
use crate::material::Flesh;
use crate::method::{Programme, Schedule, Setting, Side};
use crate::plan::{Effort, PlanRequest, Resolved, pulled, resolve};
use crate::solver::{Accuracy, Faces, Heater, PlaneSimulation, Surround};

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
pub struct SectionAnswer {
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
}

/// Half a column or the whole width, as the solver needs it.
struct Plane {
    flesh: Flesh,
    section: CrossSection,
    accuracy: Accuracy,
}

/// The faces of one phase on the surfaces of a section.
struct PhaseFaces<'a> {
    section: &'a CrossSection,
    below: Surround,
    above: Surround,
    side: Side,
    /// Whether one medium reaches all round.
    all_round: bool,
    is_turned: bool,
    thickness_m: f64,
}

impl PhaseFaces<'_> {
    fn surround(&self, index: usize) -> Surround {
        let piece = &self.section.surface[index];
        if self.all_round {
            return self.below;
        }
        let height_m =
            if self.is_turned { self.thickness_m - piece.height_m } else { piece.height_m };
        match (piece.facing, self.is_turned) {
            (Facing::Side, _) => self.side.at(height_m),
            (Facing::Below, false) | (Facing::Above, true) => self.below,
            (Facing::Below, true) | (Facing::Above, false) => self.above,
        }
    }
}

impl Faces for PhaseFaces<'_> {
    fn face(&self, index: usize, store_c: f64, time_s: f64) -> Face {
        self.surround(index).at(store_c, time_s)
    }

    fn is_on_store(&self, index: usize) -> bool {
        self.surround(index).on_store
    }
}

impl Plane {
    fn new(setting: &Setting<'_>, accuracy: Accuracy, stuffed: bool) -> Self {
        Self {
            flesh: Flesh::down_to(&setting.species.flesh(), setting.boil_c, setting.start_c),
            section: CrossSection::new(
                setting.cut.outline,
                setting.thickness_m,
                setting.width_m,
                accuracy.columns,
                accuracy.cells,
                stuffed,
            ),
            accuracy,
        }
    }

    /// Heats to `until_s` and rests for `rest_s`, calling `seen` after every step.
    fn run(
        &self,
        setting: &Setting<'_>,
        programme: &Programme<'_>,
        schedule: &Schedule,
        until_s: f64,
        rest_s: f64,
        mut seen: impl FnMut(&PlaneSimulation<'_>, f64) -> bool,
    ) {
        let mut simulation =
            PlaneSimulation::new(&self.flesh, &self.section, self.accuracy, setting.start_c);
        let all_round = matches!(programme.shape, Shape::Radial { .. });
        let mut stopped = false;
        let halves = if self.section.is_half() { 2.0 } else { 1.0 };
        while !stopped {
            let now = simulation.time_s();
            let next = schedule.next_change_s(now).min(until_s);
            if next <= now + 1e-6 {
                break;
            }
            let stage = &programme.stages[schedule.stage(now)];
            let faces = PhaseFaces {
                section: &self.section,
                below: stage.below,
                above: stage.above,
                side: stage.side,
                all_round,
                is_turned: schedule.is_turned(now),
                thickness_m: setting.thickness_m,
            };
            // Amounts are per m of length here.
            let load_m2 = halves * f64::from(setting.count) * setting.length_m;
            let heater = Heater { load_m2, ..stage.heater };
            simulation.run(next - now, &faces, &heater, |s, step_s| {
                stopped = seen(s, step_s);
                stopped
            });
        }
        if rest_s <= 0.0 || stopped {
            return;
        }
        let is_turned = schedule.is_turned(until_s - 1e-3);
        let faces = PhaseFaces {
            section: &self.section,
            below: programme.rest_below,
            above: programme.rest_above,
            side: Side { surround: programme.rest_above, near_w_m2k: 0.0, decay_m: 1.0 },
            all_round: false,
            is_turned,
            thickness_m: setting.thickness_m,
        };
        let room = Heater::held(crate::solver::ROOM_C);
        simulation.run(rest_s, &faces, &room, |s, step_s| seen(s, step_s));
    }

    /// Height above the heat to which the outermost cells are set, share of the thickness.
    fn side_opaque(&self, dose: &Dose, is_turned: bool) -> f64 {
        let (rows, columns) = (self.section.rows, self.section.columns);
        let edges = &self.section.z_edge_m;
        let thickness = edges[rows];
        let mut height = 0.0;
        for i in 0..rows {
            let row = if is_turned { rows - 1 - i } else { i };
            let outermost = (0..columns)
                .rev()
                .map(|column| column * rows + row)
                .find(|cell| self.section.is_inside(*cell));
            match outermost {
                Some(cell) if dose.is_set(cell) => height += edges[row + 1] - edges[row],
                Some(_) => break,
                // Nothing of the side is left at this height.
                None => {}
            }
        }
        height / thickness
    }

    /// Share of the middle column that is set.
    fn middle_opaque(&self, dose: &Dose) -> f64 {
        let rows = self.section.rows;
        let column = if self.section.is_half() { 0 } else { self.section.columns / 2 };
        let cells = (column * rows..(column + 1) * rows).filter(|c| self.section.is_inside(*c));
        let (mut set, mut all) = (0.0, 0.0);
        for cell in cells {
            let area = self.section.area_m2[cell];
            all += area;
            if dose.is_set(cell) {
                set += area;
            }
        }
        set / all
    }

    /// The cell within the inner part of the thickness that was heated least so far.
    fn core(&self, hottest_c: &[f64]) -> usize {
        let rows = self.section.rows;
        let edges = &self.section.z_edge_m;
        let inner = |row: usize| {
            let middle = 0.5 * (edges[row] + edges[row + 1]) / edges[rows];
            (0.15..=0.85).contains(&middle)
        };
        (0..hottest_c.len())
            .filter(|cell| self.section.is_inside(*cell) && inner(cell % rows))
            .min_by(|a, b| hottest_c[*a].total_cmp(&hottest_c[*b]))
            .unwrap_or_default()
    }
}

/// How high the side shows opaque flesh at the first turn, or at the pull where nothing is turned;
/// none where the heat comes from all round. A quick run on few columns.
pub(crate) fn side_opaque_share(
    setting: &Setting<'_>,
    programme: &Programme<'_>,
    schedule: &Schedule,
    pull_s: f64,
) -> Option<f64> {
    if setting.method.all_round {
        return None;
    }
    let at_s = schedule.turns_s.first().copied().unwrap_or(pull_s);
    Some(opaque_at(setting, programme, schedule, at_s, Accuracy::SIDE).0)
}

/// Opaque share of the side and of the middle at a moment before the first turn.
fn opaque_at(
    setting: &Setting<'_>,
    programme: &Programme<'_>,
    schedule: &Schedule,
    at_s: f64,
    accuracy: Accuracy,
) -> (f64, f64) {
    let plane = Plane::new(setting, accuracy, false);
    let mut dose = Dose::new(plane.section.area_m2.len(), setting.species.set_shift_k);
    plane.run(setting, programme, schedule, at_s, 0.0, |simulation, step_s| {
        dose.add(simulation.temperature_c(), step_s);
        false
    });
    (plane.side_opaque(&dose, false), plane.middle_opaque(&dose))
}

/// The cut face of a plan.
///
/// # Errors
/// Each field that is wrong, with what is allowed; `doneness` when the target cannot be reached.
pub fn section(
    catalogue: &Catalogue,
    request: &PlanRequest,
) -> Result<SectionAnswer, Vec<FieldError>> {
    let resolved = resolve(catalogue, request)?;
    let pulled = pulled(request, &resolved, Effort::COMPARED)?;
    let setting = &resolved.setting;
    let stuffed = request.piece.stuffed.unwrap_or(false);
    let lopsided = setting.cut.outline.is_lopsided();
    let columns = Accuracy::PLANE.columns + if lopsided { 6 } else { 0 };
    let plane = Plane::new(setting, Accuracy { columns, ..Accuracy::PLANE }, stuffed);
    Ok(film(&resolved, &plane, &pulled.schedule, pulled.pull_s, pulled.rest_s, stuffed))
}

fn film(
    resolved: &Resolved<'_>,
    plane: &Plane,
    schedule: &Schedule,
    pull_s: f64,
    rest_s: f64,
    stuffed: bool,
) -> SectionAnswer {
    let setting = &resolved.setting;
    let programme = setting.programme();
    let millimetres =
        |edges: &[f64]| -> Vec<f64> { edges.iter().map(|m| (m * 1e5).round() / 100.0).collect() };
    let section = &plane.section;
    let mut answer = SectionAnswer {
        edge_mm: millimetres(&section.x_edge_m),
        height_edge_mm: millimetres(&section.z_edge_m),
        outline_mm: outline_mm(setting),
        cavity_mm: if stuffed { Vec::new() } else { cavity_mm(setting) },
        backbone_mm: backbone_mm(setting),
        turns_s: schedule.turns_s.clone(),
        pull_s,
        ..SectionAnswer::default()
    };
    let nearest = nearest_inside(section);
    let mut dose = Dose::new(section.area_m2.len(), setting.species.set_shift_k);
    let mut next_s = 0.0;
    let end_s = pull_s + rest_s;
    // As in one column: the place heated least up to the pull, held fixed through the rest.
    let mut core = 0;
    let still = vec![setting.start_c; section.area_m2.len()];
    let mut take = |time_s: f64, hottest: &[f64], now: &[f64], dried: &[f64], dose: &Dose| {
        answer.time_s.push((time_s * 10.0).round() / 10.0);
        #[expect(clippy::cast_possible_truncation, reason = "−50 to 600 °C")]
        answer.hottest_c.push(nearest.iter().map(|c| hottest[*c].round() as i16).collect());
        answer.crust.push(nearest.iter().map(|c| u8::from(dried[*c] > CRUST_SHARE)).collect());
        let is_turned = schedule.is_turned(time_s.min(pull_s) - 1e-3);
        let share = |s: f64| (s * 1000.0).round() / 1000.0;
        answer.side_opaque_share.push(share(plane.side_opaque(dose, is_turned)));
        answer.middle_opaque_share.push(share(plane.middle_opaque(dose)));
        if time_s <= pull_s + 1e-6 {
            core = plane.core(hottest);
        }
        answer.core_c.push((now[core] * 10.0).round() / 10.0);
    };
    take(0.0, &still, &still, &vec![0.0; still.len()], &dose);
    plane.run(setting, &programme, schedule, pull_s, rest_s, |simulation, step_s| {
        dose.add(simulation.temperature_c(), step_s);
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
        false
    });
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
fn points(
    setting: &Setting<'_>,
    edges: impl Fn(f64) -> (f64, (f64, f64)),
    from: f64,
) -> Vec<[f64; 2]> {
    let half_mm = 500.0 * setting.width_m;
    let thickness_mm = 1000.0 * setting.thickness_m;
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

fn outline_mm(setting: &Setting<'_>) -> Vec<[f64; 2]> {
    let outline = setting.cut.outline;
    let from = if outline.is_lopsided() { -1.0 } else { 0.0 };
    points(setting, |across| (across, outline.edges(across)), from)
}

fn cavity_mm(setting: &Setting<'_>) -> Vec<[f64; 2]> {
    let Some((from, to)) = setting.cut.outline.hole_span() else { return Vec::new() };
    let hole = |s: f64| {
        let across = 0.5 * (from + to) + 0.5 * (to - from) * s;
        // At its very ends the cavity closes in one point.
        let span = setting.cut.outline.hole(across).unwrap_or((0.5, 0.5));
        (across, span)
    };
    points(setting, hole, -1.0)
}

/// Where the backbone is: between back and cavity. Drawn only; its heat is that of flesh.
fn backbone_mm(setting: &Setting<'_>) -> Option<[f64; 3]> {
    let (half_mm, thickness_mm) = (500.0 * setting.width_m, 1000.0 * setting.thickness_m);
    (setting.cut.outline == Outline::OvalWithCavity)
        .then(|| [-0.12 * half_mm, 0.5 * thickness_mm, 0.06 * thickness_mm])
}
