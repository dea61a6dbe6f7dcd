//! What readings and cues say about a cook under way.

use super::estimate::{Estimate, Evidence, FURTHEST, Fit, Observed, TIP_SD_MM, fit};
use super::follow::{Cook, lived};
use super::promise::Promise;
use super::reading::{APART, Reading, ReadingUse, mark_impossible, unusable, usable};
use super::senses::{CoreModel, core_range_c};
use super::story::{LONGEST_S, Story};
use crate::plan::{Trial, UNKNOWNS, Unknowns};
use crate::setup::Setup;
use crate::timeline::{Event as Done, Lived, Programme};
use cindo_heat::solve::Accuracy;

/// Readings further than this from the fit are not used, in their own standard deviations.
const APART_SD: f64 = 4.0;

/// What readings and cues say, and which of them were used.
pub(super) struct Learnt {
    pub(super) unknowns: Unknowns,
    pub(super) fit: Option<Fit>,
    /// So many readings and cues are used.
    used: usize,
    pub(super) uses: Vec<ReadingUse>,
    /// What was learnt last, where that came after the last thing that happened.
    pub(super) newest: Option<Newest>,
}

/// What was learnt last, and what was thought before it.
pub(super) struct Newest {
    /// The cue, by its place in the story; none for readings.
    pub(super) cue: Option<usize>,
    pub(super) before: Option<Fit>,
}

impl Learnt {
    /// As it is told, of a setup as it was thought to be.
    pub(super) fn estimate(&self, thought: &Setup<'_>) -> Option<Estimate> {
        self.fit.as_ref().map(|fit| fit.told(thought, &self.unknowns, self.used))
    }
}

impl<'a> Cook<'_, 'a> {
    /// Fits what is unknown to what was read and noticed.
    pub(super) fn learn(
        &self,
        measured: bool,
        story: &Story,
        deeds: &[Done],
        readings: &[Reading],
    ) -> Learnt {
        let setup = &self.resolved.setup;
        let unknowns = Unknowns::of(setup, measured);
        let mut why = unusable(story, readings);
        let planned_s = story.out_s.unwrap_or_else(|| {
            // However long it has been in by now, it has not been out.
            let read_s = readings.iter().map(|r| story.since_s(r.at_s));
            let last_s = read_s.chain(story.cues.iter().map(|cue| cue.0)).fold(0.0, f64::max);
            self.core_pull_s(deeds).unwrap_or(LONGEST_S).max(last_s)
        });
        if !readings.is_empty() {
            mark_impossible(story, readings, &mut why, |at_s| {
                self.possible_readings_c(&unknowns, deeds, planned_s, at_s)
            });
        }
        let mut seen = usable(setup.bench.catalogue, story, readings, &why);
        let last_s = seen.last().map_or(0.0, |(s, _)| s.at_s);
        let lived_of = |programme: &Programme<'a>, heat_k: f64| {
            lived(programme, planned_s, deeds, self.heat_k + heat_k)
        };
        let over_k = |at_s: f64| self.promise.over_at_k(at_s);
        let core = CoreModel { core_share: self.promise.core_share, over_k: &over_k };
        let has_cues = seen.iter().any(|(s, _)| matches!(s.what, Observed::Cue(_)));
        let sooner = if has_cues {
            self.level_changes(&unknowns, deeds, planned_s).1
        } else {
            [0.0; UNKNOWNS]
        };
        let fit_to = |seen: &[(Evidence, Option<usize>)], before: Option<&Fit>| {
            let values: Vec<Evidence> = seen.iter().map(|(s, _)| *s).collect();
            fit(setup, &unknowns, &lived_of, (core, &sooner), &values, before)
        };
        let mut found = (!seen.is_empty()).then(|| fit_to(&seen, None));
        if let Some(first) = &found {
            // The cook is believed; a probe may have slipped.
            let apart =
                |place: &usize| seen[*place].1.is_some() && first.off[*place].abs() > APART_SD;
            let wild: Vec<usize> = (0..seen.len()).filter(apart).collect();
            if !wild.is_empty() && 2 * wild.len() < seen.len() {
                for place in wild.iter().rev() {
                    if let (_, Some(reading)) = seen.remove(*place) {
                        why[reading] = Some(APART);
                    }
                }
                found = Some(fit_to(&seen, found.as_ref()));
            }
        }
        let last_deed_s = story.deeds.last().map_or(f64::NEG_INFINITY, |e| e.at_s);
        let is_new = found.is_some() && last_s > last_deed_s && story.out_s.is_none();
        let newest = is_new.then(|| {
            // What was read comes as a whole, what was noticed one by one.
            let is_cue = |s: &Evidence| matches!(s.what, Observed::Cue(_));
            let last = seen.last().filter(|(s, _)| is_cue(s));
            let earlier: Vec<(Evidence, Option<usize>)> = match last {
                Some(_) => seen[..seen.len() - 1].to_vec(),
                None => seen.iter().filter(|(s, _)| is_cue(s)).copied().collect(),
            };
            let before = (!earlier.is_empty()).then(|| fit_to(&earlier, None));
            Newest { cue: last.map(|_| story.cues.len() - 1), before }
        });
        let use_of =
            |why: Option<&str>| ReadingUse { used: why.is_none(), why: why.map(str::to_owned) };
        Learnt {
            used: seen.len(),
            uses: why.into_iter().map(use_of).collect(),
            newest,
            fit: found,
            unknowns,
        }
    }

    /// The lowest and the highest that a probe can say at moments in their order, °C: in the slowest and the quickest
    /// piece that is four spreads from what is thought, with its tip as far off as a tip may be.
    fn possible_readings_c(
        &self,
        unknowns: &Unknowns,
        deeds: &[Done],
        planned_s: f64,
        at_s: &[f64],
    ) -> Vec<[f64; 2]> {
        let setup = &self.resolved.setup;
        let over_k = |at_s: f64| self.promise.over_at_k(at_s);
        let core = CoreModel { core_share: self.promise.core_share, over_k: &over_k };
        let tip_m = FURTHEST * TIP_SD_MM / 1000.0;
        let [slow, quick] = [-EACH_SD, EACH_SD].map(|sooner| {
            let varied = unknowns.varied(setup, &[-sooner, sooner, sooner, sooner]);
            let heat_k = self.heat_k + varied.medium_c - setup.medium_c;
            let lived_of = |programme: &Programme<'a>| lived(programme, planned_s, deeds, heat_k);
            core_range_c(&varied, lived_of, core, tip_m, at_s)
        });
        slow.into_iter().zip(quick).map(|([low, _], [_, high])| [low, high]).collect()
    }

    /// How the level rises with the pull, K/s, and with each unknown, K for one of its standard deviations.
    fn level_changes(
        &self,
        unknowns: &Unknowns,
        deeds: &[Done],
        pull_s: f64,
    ) -> (f64, [f64; UNKNOWNS]) {
        let setup = &self.resolved.setup;
        let level = |varied: &Setup<'_>, pull_s: f64| {
            let mut trial = Trial::new(varied, Accuracy::COARSE);
            let heat_k = self.heat_k + varied.medium_c - setup.medium_c;
            let Lived { programme, schedule, .. } = lived(&trial.programme, pull_s, deeds, heat_k);
            trial.programme = programme;
            trial.finish(trial.raw(), &schedule, pull_s).level_c
        };
        let base = level(setup, pull_s);
        let slope = ((level(setup, pull_s + SLOPE_S) - base) / SLOPE_S).max(1e-4);
        let change: [f64; UNKNOWNS] = std::array::from_fn(|i| {
            let mut by = [0.0; UNKNOWNS];
            by[i] = 1.0;
            level(&unknowns.varied(setup, &by), pull_s) - base
        });
        (slope, change)
    }

    /// How far the right pull can still wander once something was learnt, s.
    pub(super) fn spread_s(&self, learnt: &Learnt, fit: &Fit, deeds: &[Done], pull_s: f64) -> f64 {
        let (slope, change) = self.level_changes(&learnt.unknowns, deeds, pull_s);
        let Promise { spread_s, pull_s: planned_s, .. } = self.promise;
        let learnt_s = fit.sd_of(&change.map(|k| k / slope)).hypot(MODEL_SHARE * pull_s);
        // Nothing that is learnt makes a pull less certain.
        learnt_s.min(spread_s * pull_s / planned_s)
    }
}

/// Each of the four unknowns so far from what is thought, in its standard deviations, is four spreads in all.
const EACH_SD: f64 = 2.0;
/// The quick column that is fitted, and the straight lines of the fit, are themselves off by about this share
/// of the time (measured: `estimate_tests`).
const MODEL_SHARE: f64 = 0.025;
/// The slope of the level is taken over this, s.
const SLOPE_S: f64 = 10.0;
