//! A look at the whole cross-section: what one column cannot know (sides, ovals, corners), and every
//! claim of safety.

use super::held::{Held, Trace};
use super::search::Telling;
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
    /// Its rest on the coldest support where that is another, for what must be safe wherever it is put.
    colder: Option<Programme<'a>>,
    limit: Limit,
    telling: Telling,
}

/// What it shows of one candidate.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Seen {
    /// The core at the pull, when eaten, and at its highest in between, °C.
    pub(crate) core_c: [f64; 3],
    /// Where it is asked.
    pub(crate) told: Option<Told>,
}

/// What it tells besides.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Told {
    /// Worst place of the section, rested on the coldest support.
    pub(crate) verdict: Verdict,
    /// How high the side is opaque, as [`Probe::side_opaque`].
    pub(crate) side_opaque: Option<f64>,
}

impl<'s, 'a> Probe<'s, 'a> {
    pub(crate) fn new(setup: &'s Setup<'a>, limit: Limit, telling: Telling) -> Self {
        Self::seeing(setup, limit, telling, Accuracy::SIDE)
    }

    /// Of a flat piece that nothing has to be safe in: a coarser grid does, coarser still where its sides are heated alike
    /// all the way up.
    pub(crate) fn of_flat(setup: &'s Setup<'a>, limit: Limit, telling: Telling) -> Self {
        let accuracy = if setup.method.all_round { Accuracy::ALIKE } else { Accuracy::FLAT };
        Self::seeing(setup, limit, telling, accuracy)
    }

    fn seeing(setup: &'s Setup<'a>, limit: Limit, telling: Telling, accuracy: Accuracy) -> Self {
        let coldest = setup.bench.catalogue.resting.supports.first();
        let colder = coldest.filter(|on| on.id != setup.rest.on.id).map(|on| {
            let mut cold = setup.clone();
            cold.rest.on = on;
            Programme::of(&cold)
        });
        Self {
            setup,
            plane: Plane::new(setup, accuracy),
            programme: Programme::of(setup),
            colder,
            limit,
            telling,
        }
    }

    /// How high the side is opaque at the first turn, or at the pull where nothing is turned, 0 to 1, as the section that
    /// was `seen` has it, or one of its own; none where heat comes from all round.
    pub(crate) fn side_opaque(
        setup: &Setup<'_>,
        schedule: &Schedule,
        pull_s: f64,
        seen: Option<f64>,
    ) -> Option<f64> {
        let is_shown = !setup.method.all_round;
        is_shown.then(|| seen.unwrap_or_else(|| Self::side_followed(setup, schedule, pull_s)))
    }

    /// The same, followed up to that moment for nothing else.
    fn side_followed(setup: &Setup<'_>, schedule: &Schedule, pull_s: f64) -> f64 {
        let at_s = schedule.shown_at_s(pull_s);
        let plane = Plane::new(setup, Accuracy::OUTSIDE.over(2.0 * at_s));
        let programme = Programme::of(setup);
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
        Looks::of(self, self.telling == Telling::All)
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
    /// Up to the last mark, and through the rest that was looked at last: of every cell once that is asked for.
    trace: Trace,
    /// What came of resting it after that way.
    rested: Rested,
}

/// What is known of a piece that went a way.
#[derive(Debug, Clone, Copy, Default)]
struct Rested {
    /// The core at the pull, when eaten, and at its highest in between, °C.
    core_c: Option<[f64; 3]>,
    /// Samples up to the pull of a trace that goes on through the rest on the coldest support.
    coldest: Option<usize>,
}

/// How a piece stood at a moment in the heat.
#[derive(Debug, Clone)]
struct Mark<'p> {
    simulation: PlaneSimulation<'p>,
    /// Samples of the trace up to then.
    samples: usize,
}

/// Marks are so far apart at least, share of the time in the heat; there are none before the second: neither another
/// turn nor another pull goes back so far.
const MARK_SHARE: f64 = 0.06;
const FIRST_MARK_SHARE: f64 = 0.4;

impl<'p, 's, 'a> Looks<'p, 's, 'a> {
    fn of(probe: &'p Probe<'s, 'a>, is_followed: bool) -> Self {
        let cells = if is_followed { probe.plane.section.area_m2.len() } else { 0 };
        let (trace, rested) = (Trace::new(cells), Rested::default());
        Self { probe, way: None, marks: Vec::new(), trace, rested }
    }

    /// What the worst place holds of a piece that goes this way.
    pub(crate) fn held(&mut self, way: &Lived<'a>) -> Held {
        let pulled = self.coldest(way);
        let Probe { plane, limit, .. } = self.probe;
        self.trace.held(&plane.section, limit.hold_s, pulled)
    }

    /// The core of a piece that goes this way at the pull, when eaten, and at its highest in between, °C.
    pub(crate) fn core_c(&mut self, way: &Lived<'a>) -> [f64; 3] {
        if let Some(known_c) = self.known(way).core_c {
            return known_c;
        }
        let (pulled, mut own) = self.pulled(way);
        let Probe { plane, programme, colder, .. } = self.probe;
        let core = plane.core(own.hottest_c());
        let core_c = |now: &PlaneSimulation<'_>| {
            let temperature_c = now.temperature_c();
            core.as_ref().map_or(temperature_c[0], |core| core.at(temperature_c))
        };
        let at_pull_c = core_c(&own);
        let mut level_c = at_pull_c;
        let trace = &mut self.trace;
        self.probe.rest(&mut own, programme, way, |now| {
            level_c = level_c.max(core_c(now));
            if colder.is_none() {
                trace.add(now);
            }
        });
        let core_c = [at_pull_c, core_c(&own), level_c];
        self.rested.core_c = Some(core_c);
        self.rested.coldest = colder.is_none().then_some(pulled);
        core_c
    }

    /// Everything that is asked of a piece that goes this way.
    pub(crate) fn seen(&mut self, way: &Lived<'a>) -> Seen {
        let told = self.told(way);
        Seen { core_c: self.core_c(way), told }
    }

    /// What it tells besides its core, where that is asked.
    pub(crate) fn told(&mut self, way: &Lived<'a>) -> Option<Told> {
        let Probe { setup, plane, limit, telling, .. } = self.probe;
        if *telling == Telling::Core {
            return None;
        }
        self.coldest(way);
        let verdict = self.trace.verdict(&plane.section, setup.start_c, *limit);
        let side_opaque = (!setup.method.all_round).then(|| {
            let at_s = way.schedule.shown_at_s(way.out_s);
            plane.side_opaque(&self.trace.dose(at_s, setup.species.set_shift_k), false)
        });
        Some(Told { verdict, side_opaque })
    }

    /// Follows it through its rest on the coldest support; samples of the trace up to the pull.
    fn coldest(&mut self, way: &Lived<'a>) -> usize {
        if !self.trace.is_followed() {
            // From the beginning: what was looked at so far was not kept.
            *self = Self::of(self.probe, true);
        }
        if let Some(pulled) = self.known(way).coldest {
            return pulled;
        }
        match &self.probe.colder {
            None => {
                self.core_c(way);
            }
            Some(colder) => {
                let (pulled, mut cold) = self.pulled(way);
                let trace = &mut self.trace;
                self.probe.rest(&mut cold, colder, way, |now| trace.add(now));
                self.rested.coldest = Some(pulled);
            }
        }
        self.rested.coldest.unwrap_or_default()
    }

    /// What is known of this way already: of the one that was looked at last.
    fn known(&mut self, way: &Lived<'a>) -> Rested {
        if self.way.as_ref() != Some(way) {
            self.rested = Rested::default();
        }
        self.rested
    }

    /// As it comes off the heat, and samples of the trace up to then; the trace ends there.
    fn pulled(&mut self, way: &Lived<'a>) -> (usize, PlaneSimulation<'p>) {
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
        let Lived { programme, schedule, out_s } = way;
        let mut marked_s = mark.simulation.time_s().max((FIRST_MARK_SHARE - MARK_SHARE) * out_s);
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
            marks.push(mark.clone());
        }
        (mark.samples, mark.simulation)
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
    /// The same a little later, with the core as it is by then: at the pull, when eaten, and at its highest, °C.
    pub(crate) fn with_core(self, core_c: [f64; 3]) -> Self {
        Self { core_c, ..self }
    }

    /// A column's ending as the whole section has it.
    pub(crate) fn ending(&self, column: Ending) -> Ending {
        let [core_at_pull_c, core_served_c, level_c] = self.core_c;
        Ending { core_at_pull_c, core_served_c, level_c, ..column }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::catalogue::Catalogue;
    use crate::piece::Piece;
    use crate::setup::{Doneness, PlanRequest, resolve};
    use crate::timeline::{Deed, Event};

    /// How high the side is opaque is the same whether the section was looked at for more than that or not.
    #[test]
    fn a_side_is_as_opaque_by_a_look_as_followed_alone() {
        let catalogue = Catalogue::embedded().unwrap();
        for (species, cut, thickness_mm, method) in [
            ("mackerel", "whole_round", 35.0, "grill"),
            ("sea_bass", "whole_round", 50.0, "sear"),
            ("cod", "loin", 40.0, "saute"),
        ] {
            let request = PlanRequest {
                piece: Piece {
                    species: species.into(),
                    cut: cut.into(),
                    thickness_mm,
                    start_c: 5.0,
                    ..Piece::default()
                },
                method: method.into(),
                doneness: Doneness::Band("medium".into()),
                ..PlanRequest::default()
            };
            let resolved = resolve((&catalogue).into(), &request).unwrap();
            let setup = &resolved.setup;
            let way = Programme::of(setup).lived(900.0, &[]);
            let probe = Probe::new(setup, resolved.limit, Telling::All);
            let seen = probe.looks().seen(&way).told.unwrap().side_opaque;
            let alone = Probe::side_followed(setup, &way.schedule, way.out_s);
            let looked = seen.unwrap();
            assert!((0.1..0.95).contains(&alone), "{method}: {alone} tells nothing");
            assert!((looked - alone).abs() < 0.1, "{method}: {looked} for {alone}");
        }
    }

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
            let probe = Probe::new(&resolved.setup, resolved.limit, Telling::All);
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
                // Those that go on took other steps, by as much as an error of a step allows.
                let allowed_k = 1.5 * Accuracy::SIDE.tolerance_k;
                assert!(off_k < allowed_k, "{method} {out_s} {deeds:?}: {after:?} {alone:?}");
                let (after, alone) = (looks.seen(&way), probe.looks().seen(&way));
                let off_k = (after.core_c[0] - alone.core_c[0]).abs();
                // The coldest place at the pull is one cell or its neighbour, which warm differently afterwards.
                let later_k = (after.core_c[2] - alone.core_c[2]).abs();
                assert!(off_k < allowed_k && later_k < 0.3, "{after:?} {alone:?}");
                let held = |seen: Seen| seen.told.unwrap().verdict.reaches_63c_15s;
                assert_eq!(held(after), held(alone));
            }
        }
    }
}
