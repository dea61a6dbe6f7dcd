//! Latest starts: steps counted back from the moment the fish meets the heat, for one pair of hands.

/// A step to place.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Job {
    /// Hands at its beginning, s.
    pub(super) hands_on_s: f64,
    /// What passes by itself after that, s.
    pub(super) wait_s: f64,
    /// How long it may lie before what follows, s.
    pub(super) keeps_s: f64,
    /// Places of the jobs that must be finished before it starts.
    pub(super) after: Vec<usize>,
}

/// So short a touch, such as switching the oven on, comes in the middle of other work, s.
pub(super) const INTERRUPTION_S: f64 = 30.0;

/// Which of the steps that may go next goes next to the heat.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
enum Rule {
    /// What keeps the shortest, itself or what comes right before it: chains stay together.
    Pressing,
    /// What has to end soonest before the heat, from where its followers stand.
    Deadline,
}

/// When a step begins, s before the heat.
///
/// List scheduling from the end: of all steps whose followers have their place, one goes next, as late as
/// its followers and the hands allow. Hands do one thing at a time but for short touches, and waiting costs
/// none. Neither rule of choosing suits every kitchen, so both are tried, and the one by which the least lies
/// longer than it keeps is taken. A cycle in `after` leaves what is in it at the very beginning.
pub(super) fn latest_starts(jobs: &[Job]) -> Vec<f64> {
    let by_pressing = list_schedule(jobs, Rule::Pressing);
    let overdue_s = overdue_s(jobs, &by_pressing);
    if overdue_s <= 0.0 {
        return by_pressing;
    }
    let by_deadline = list_schedule(jobs, Rule::Deadline);
    if self::overdue_s(jobs, &by_deadline) < overdue_s { by_deadline } else { by_pressing }
}

/// The jobs that have to wait for each.
fn followers(jobs: &[Job]) -> Vec<Vec<usize>> {
    let mut followers: Vec<Vec<usize>> = vec![Vec::new(); jobs.len()];
    for (i, job) in jobs.iter().enumerate() {
        for &before in &job.after {
            followers[before].push(i);
        }
    }
    followers
}

/// How much longer than they keep things lie in all, s.
fn overdue_s(jobs: &[Job], start_s: &[f64]) -> f64 {
    let followers = followers(jobs);
    let lies = jobs.iter().zip(&followers).enumerate().map(|(i, (job, followers))| {
        let next_s = followers.iter().map(|f| start_s[*f]).fold(0.0, f64::max);
        (start_s[i] - job.hands_on_s - job.wait_s - next_s - job.keeps_s).max(0.0)
    });
    lies.sum()
}

fn list_schedule(jobs: &[Job], rule: Rule) -> Vec<f64> {
    let n = jobs.len();
    let followers = followers(jobs);
    // Latest end of a step whose followers have their place, s before the heat.
    let end_s = |start: &[Option<f64>], i: usize| {
        followers[i].iter().filter_map(|f| start[*f]).fold(0.0, f64::max)
    };
    // What comes right before a step presses on it too.
    let pressing: Vec<f64> = jobs
        .iter()
        .map(|job| job.after.iter().map(|i| jobs[*i].keeps_s).fold(job.keeps_s, f64::min))
        .collect();
    let mut start: Vec<Option<f64>> = vec![None; n];
    // Stretches of busy hands as (begin, end), s before the heat, begin > end.
    let mut busy: Vec<(f64, f64)> = Vec::with_capacity(n);
    for _ in 0..n {
        let ready =
            |i: &usize| start[*i].is_none() && followers[*i].iter().all(|f| start[*f].is_some());
        let open = (0..n).filter(ready);
        let urgency = |i: usize| match rule {
            Rule::Pressing => pressing[i],
            Rule::Deadline => end_s(&start, i) + jobs[i].keeps_s,
        };
        let next = open.min_by(|a, b| {
            let own = jobs[*a].keeps_s.total_cmp(&jobs[*b].keeps_s);
            let nearer = end_s(&start, *a).total_cmp(&end_s(&start, *b));
            urgency(*a).total_cmp(&urgency(*b)).then(own).then(nearer)
        });
        let Some(i) = next.or_else(|| (0..n).find(|i| start[*i].is_none())) else { break };
        let job = &jobs[i];
        let wanted_s = end_s(&start, i) + job.wait_s;
        let begin_s = if job.hands_on_s > INTERRUPTION_S {
            free_from(&busy, wanted_s, job.hands_on_s)
        } else {
            wanted_s + job.hands_on_s
        };
        if job.hands_on_s > INTERRUPTION_S {
            busy.push((begin_s, begin_s - job.hands_on_s));
        }
        start[i] = Some(begin_s);
    }
    start.into_iter().map(Option::unwrap_or_default).collect()
}

/// Latest moment from which hands are free for `hands_s` that end at `end_s` or before.
fn free_from(busy: &[(f64, f64)], end_s: f64, hands_s: f64) -> f64 {
    let mut end_s = end_s;
    loop {
        let begin_s = end_s + hands_s;
        let clash = busy.iter().find(|(from, to)| *from > end_s + 1e-9 && *to < begin_s - 1e-9);
        match clash {
            Some((from, _)) => end_s = *from,
            None => return begin_s,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn job(hands_on_s: f64, wait_s: f64, keeps_s: f64, after: &[usize]) -> Job {
        Job { hands_on_s, wait_s, keeps_s, after: after.to_vec() }
    }

    /// By hand: salt (10 s of hands, 600 s) before drying (30 s) before the pan; the pan heats for 200 s
    /// after 20 s of hands, which must not meet the others.
    #[test]
    fn counts_back_from_the_heat() {
        let jobs = [
            job(10.0, 600.0, 600.0, &[]),
            job(30.0, 0.0, 60.0, &[0]),
            job(20.0, 200.0, 120.0, &[]),
        ];
        assert_eq!(latest_starts(&jobs), [640.0, 30.0, 220.0]);
    }

    #[test]
    fn hands_do_one_thing_at_a_time() {
        let jobs =
            [job(35.0, 0.0, 60.0, &[]), job(40.0, 0.0, 90.0, &[]), job(50.0, 25.0, 10.0, &[])];
        assert_eq!(latest_starts(&jobs), [110.0, 150.0, 75.0]);
    }

    /// By hand: five minutes of packing up to the heat; the oven is switched on in the middle of it.
    #[test]
    fn a_short_touch_interrupts_other_work() {
        let jobs = [job(300.0, 0.0, 600.0, &[]), job(20.0, 130.0, 300.0, &[])];
        assert_eq!(latest_starts(&jobs), [300.0, 150.0]);
    }

    /// By hand: long work that keeps for an hour, after oil that keeps for five minutes, must not push a
    /// rinse that keeps for ten out of its time.
    #[test]
    fn what_keeps_long_makes_room_for_what_does_not() {
        let jobs = [
            job(610.0, 0.0, 3600.0, &[1]),
            job(20.0, 420.0, 300.0, &[]),
            job(130.0, 0.0, 600.0, &[]),
            job(180.0, 0.0, 7200.0, &[]),
        ];
        let starts = latest_starts(&jobs);
        assert!(overdue_s(&jobs, &starts) <= 0.0, "{starts:?}");
        assert!(
            overdue_s(&jobs, &list_schedule(&jobs, Rule::Pressing)) < 1.0 || starts[2] < starts[0]
        );
    }

    #[test]
    fn a_cycle_does_not_hang() {
        let jobs = [job(10.0, 0.0, 1.0, &[1]), job(10.0, 0.0, 1.0, &[0])];
        assert_eq!(latest_starts(&jobs).len(), 2);
    }
}
