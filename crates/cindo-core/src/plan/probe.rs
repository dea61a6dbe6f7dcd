//! A look at the whole cross-section: what one column cannot know (sides, ovals, corners), and every
//! claim of safety.

use super::held::{Held, Trace};
use super::trial::Ending;
use crate::caution::Verdict;
use crate::setup::{Limit, Setup};
use crate::side_view::Plane;
use crate::timeline::{Lived, Programme, Schedule};
use cindo_heat::dose::Dose;
use cindo_heat::solve::{Accuracy, PlaneSimulation, Sink};

/// The whole cross-section of a piece on a coarse grid.
#[derive(Debug)]
pub(crate) struct Probe<'s, 'a> {
    setup: &'s Setup<'a>,
    plane: Plane,
    programme: Programme<'a>,
    /// Its rest on the coldest support, for what must be safe wherever it is put.
    coldest: Programme<'a>,
    limit: Limit,
}

/// What it shows of one candidate.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Seen {
    pub(crate) core_at_pull_c: f64,
    pub(crate) core_served_c: f64,
    pub(crate) level_c: f64,
    /// Worst place of the section, rested on the coldest support.
    pub(crate) verdict: Verdict,
}

/// Thicker than this a coarse grid does, m.
const THICK_M: f64 = 0.06;

impl<'s, 'a> Probe<'s, 'a> {
    pub(crate) fn new(setup: &'s Setup<'a>, limit: Limit) -> Self {
        let accuracy = if setup.thickness_m > THICK_M { Accuracy::THICK } else { Accuracy::SIDE };
        let mut cold = setup.clone();
        if let Some(on) = setup.bench.catalogue.resting.supports.first() {
            cold.rest.on = on;
        }
        Self {
            setup,
            plane: Plane::new(setup, accuracy),
            programme: Programme::of(setup),
            coldest: Programme::of(&cold),
            limit,
        }
    }

    /// How high the side is opaque at the first turn, or at the pull where nothing is turned, 0 to 1.
    pub(crate) fn side_opaque(setup: &Setup<'_>, schedule: &Schedule, pull_s: f64) -> f64 {
        let plane = Plane::new(setup, Accuracy::OUTSIDE);
        let programme = Programme::of(setup);
        let at_s = schedule.turns_s.first().copied().unwrap_or(pull_s);
        let mut dose = Dose::new(plane.section.area_m2.len(), setup.species.set_shift_k);
        let mut simulation = plane.raw(setup);
        plane.heat(&mut simulation, setup, &programme, schedule, at_s, |now, step_s| {
            dose.add(now.temperature_c(), step_s);
            Sink::Continue
        });
        plane.side_opaque(&dose, false)
    }

    /// Looks at candidates one after another.
    pub(crate) fn looks(&self) -> Looks<'_, 's, 'a> {
        let cells = self.plane.section.area_m2.len();
        Looks { probe: self, way: None, marks: Vec::new(), trace: Trace::new(cells) }
    }
}

/// Looks at one candidate after another: what they have in common is gone through once.
#[derive(Debug)]
pub(crate) struct Looks<'p, 's, 'a> {
    probe: &'p Probe<'s, 'a>,
    /// The way of the last one.
    way: Option<Lived<'a>>,
    /// How it stood along that way, in the order of time.
    marks: Vec<Mark<'p>>,
    /// Up to the last mark, and through the rest that was looked at last.
    trace: Trace,
}

/// How a piece stood at a moment in the heat.
#[derive(Debug, Clone)]
struct Mark<'p> {
    simulation: PlaneSimulation<'p>,
    /// Samples of the trace up to then.
    samples: usize,
}

/// Marks are so far apart at least, share of the time in the heat.
const MARK_SHARE: f64 = 0.03;

impl<'p, 'a> Looks<'p, '_, 'a> {
    /// What the worst place holds of a piece that goes this way.
    pub(crate) fn held(&mut self, way: &Lived<'a>) -> Held {
        let (plane, hold_s) = (&self.probe.plane, self.probe.limit.hold_s);
        let samples = self.pulled(way).samples;
        self.rest_coldest(way);
        self.trace.held(&plane.section, hold_s, samples)
    }

    /// How warm the core gets of a piece that goes this way, °C.
    pub(crate) fn level_c(&mut self, way: &Lived<'a>) -> f64 {
        self.eaten(way)[2]
    }

    /// Everything that is read off a piece that goes this way.
    pub(crate) fn seen(&mut self, way: &Lived<'a>) -> Seen {
        let [core_at_pull_c, core_served_c, level_c] = self.eaten(way);
        self.rest_coldest(way);
        let Probe { setup, plane, limit, .. } = self.probe;
        let verdict = self.trace.verdict(&plane.section, setup.start_c, *limit);
        Seen { core_at_pull_c, core_served_c, level_c, verdict }
    }

    /// Follows it through its rest on the coldest support.
    fn rest_coldest(&mut self, way: &Lived<'a>) {
        let mut cold = self.pulled(way).simulation.clone();
        let trace = &mut self.trace;
        self.probe.rest(&mut cold, &self.probe.coldest, way, |now| trace.add(now));
    }

    /// The core at the pull, when eaten, and at its highest in between, °C.
    fn eaten(&mut self, way: &Lived<'a>) -> [f64; 3] {
        let probe = self.probe;
        let mut simulation = self.pulled(way).simulation.clone();
        let core = probe.plane.core(simulation.hottest_c());
        let at_pull_c = core.at(simulation.temperature_c());
        let mut level_c = at_pull_c;
        probe.rest(&mut simulation, &probe.programme, way, |now| {
            level_c = level_c.max(core.at(now.temperature_c()));
        });
        [at_pull_c, core.at(simulation.temperature_c()), level_c]
    }

    /// As it comes off the heat.
    fn pulled(&mut self, way: &Lived<'a>) -> &Mark<'p> {
        let Probe { setup, plane, .. } = self.probe;
        let past = self.way.replace(way.clone());
        let is_known = |mark: &Mark<'_>| {
            let at_s = mark.simulation.time_s();
            at_s <= way.out_s && past.as_ref().is_some_and(|past| past.is_same_until(way, at_s))
        };
        let known = self.marks.partition_point(is_known);
        self.marks.truncate(known);
        let mut mark = self.marks.last().cloned().unwrap_or_else(|| {
            let simulation = plane.raw(setup);
            self.trace.truncate(0);
            self.trace.add(&simulation);
            Mark { simulation, samples: 1 }
        });
        let (marks, trace) = (&mut self.marks, &mut self.trace);
        trace.truncate(mark.samples);
        let mut marked_s = mark.simulation.time_s();
        let Lived { programme, schedule, out_s } = way;
        plane.heat(&mut mark.simulation, setup, programme, schedule, *out_s, |now, _| {
            trace.add(now);
            if now.time_s() > marked_s + MARK_SHARE * out_s {
                marked_s = now.time_s();
                let (simulation, samples) = (now.clone(), trace.samples());
                marks.push(Mark { simulation, samples });
            }
            Sink::Continue
        });
        mark.samples = trace.samples();
        if marks.last().is_none_or(|last| last.samples < mark.samples) {
            marks.push(mark);
        }
        &marks[marks.len() - 1]
    }
}

impl Probe<'_, '_> {
    /// Rests a piece that comes off the heat after a way.
    fn rest<'p>(
        &'p self,
        simulation: &mut PlaneSimulation<'p>,
        rests: &Programme<'_>,
        way: &Lived<'_>,
        mut seen: impl FnMut(&PlaneSimulation<'_>),
    ) {
        let Self { setup, plane, .. } = self;
        let at = (&way.schedule, way.out_s);
        let rest_s = setup.rest.duration_s;
        plane.rest(simulation, setup, rests, at, rest_s, |now, _| {
            seen(now);
            Sink::Continue
        });
    }
}

impl Seen {
    /// A column's ending as the whole section has it.
    pub(crate) fn ending(&self, column: Ending) -> Ending {
        Ending {
            core_at_pull_c: self.core_at_pull_c,
            core_served_c: self.core_served_c,
            level_c: self.level_c,
            ..column
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Catalogue;
    use crate::piece::Piece;
    use crate::setup::{Doneness, PlanRequest, resolve};
    use crate::timeline::{Deed, Event};

    /// Looks that go on from one another show what each alone shows, whatever their order and whatever happened.
    #[test]
    fn looks_in_any_order_show_what_each_shows_alone() {
        let catalogue = Catalogue::embedded().unwrap();
        for (method, turned_s) in [("grill", 700.0), ("roast", 900.0)] {
            let request = PlanRequest {
                piece: Piece {
                    species: "mackerel".into(),
                    cut: "whole_round".into(),
                    thickness_mm: 35.0,
                    skin: true,
                    start_c: 5.0,
                    ..Piece::default()
                },
                method: method.into(),
                doneness: Doneness::Band("by_the_book".into()),
                ..PlanRequest::default()
            };
            let resolved = resolve((&catalogue).into(), &request).unwrap();
            let probe = Probe::new(&resolved.setup, resolved.limit);
            let programme = Programme::of(&resolved.setup);
            let turned = [Event { at_s: turned_s, what: Deed::Turned }];
            let set = [
                Event { at_s: 300.0, what: Deed::HeatSet(150.0) },
                Event { at_s: 500.0, what: Deed::Lid(true) },
            ];
            let mut looks = probe.looks();
            for (out_s, deeds) in [
                (1500.0, &[][..]),
                (1300.0, &[]),
                (1350.0, &[]),
                (1350.0, &turned),
                (1600.0, &turned),
                (1590.0, &set),
                (1400.0, &set),
                (1500.0, &[]),
            ] {
                let way = programme.lived(out_s, deeds);
                let alone = probe.looks().held(&way);
                let after = looks.held(&way);
                let off_k = (after.in_heat_c - alone.in_heat_c)
                    .abs()
                    .max((after.with_rest_c - alone.with_rest_c).abs());
                assert!(off_k < 0.1, "{method} {out_s} {deeds:?}: {after:?} {alone:?}");
                let (after, alone) = (looks.seen(&way), probe.looks().seen(&way));
                let off_k = (after.core_at_pull_c - alone.core_at_pull_c).abs();
                // The coldest place at the pull is one cell or its neighbour, which warm differently afterwards.
                let later_k = (after.level_c - alone.level_c).abs();
                assert!(off_k < 0.1 && later_k < 0.3, "{after:?} {alone:?}");
                assert_eq!(after.verdict.reaches_63c_15s, alone.verdict.reaches_63c_15s);
            }
        }
    }
}
