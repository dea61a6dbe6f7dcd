use super::*;
use crate::catalogue::Catalogue;
use crate::piece::Piece;
use crate::plan::plan;
use crate::setup::{Doneness, PlanRequest};

/// The classic: hake loin, seared mostly on its skin.
fn request(method: &str) -> PlanRequest {
    PlanRequest {
        piece: Piece {
            species: "hake".into(),
            cut: "loin".into(),
            thickness_mm: 28.0,
            skin: true,
            start_c: 5.0,
            ..Piece::default()
        },
        method: method.into(),
        doneness: Doneness::Band("medium".into()),
        ..PlanRequest::default()
    }
}

/// A cook whose clock starts as the fish meets the heat.
struct Stove {
    catalogue: Catalogue,
    request: PlanRequest,
    promise: Promise,
}

impl Stove {
    fn of(request: PlanRequest) -> Self {
        let catalogue = Catalogue::embedded().unwrap();
        let promise = Promise::of(&catalogue, &request).unwrap();
        Self { catalogue, request, promise }
    }

    fn seen(&self, events: &[(f64, Happened)], now_s: f64) -> CookView {
        let mut list = vec![event(0, 0.0, Happened::In)];
        list.extend(
            events.iter().enumerate().map(|(i, (at_s, what))| event(i + 1, *at_s, what.clone())),
        );
        follow(&self.catalogue, &self.request, &self.promise, (&list, &[]), now_s).unwrap()
    }
}

fn event(id: usize, at_s: f64, what: Happened) -> Event {
    Event { id: id.to_string(), at_s, what }
}

/// In every method: a cook in which all happens as planned is the plan, to the second and the tenth.
#[test]
fn as_planned_is_the_plan() {
    let catalogue = Catalogue::embedded().unwrap();
    for method in &catalogue.methods {
        let request = PlanRequest { doneness: Doneness::Core(51.0), ..request(&method.id) };
        let Ok(plan) = plan(&catalogue, &request) else { continue };
        let stove = Stove::of(request);
        let mut events: Vec<(f64, Happened)> =
            plan.turns_s.iter().map(|s| (*s, Happened::Turn)).collect();
        let planned = stove.seen(&[], 0.0).forecast;
        let name = &method.id;
        assert!((planned.pull_s - plan.pull_s).abs() <= 0.1, "{name}: {planned:?}");
        assert_eq!(planned.turn_s, plan.flip_s, "{name}");
        assert!((planned.look_from_s - plan.look_from_s).abs() <= 0.1, "{name}: {planned:?}");
        let told = stove.seen(&events, plan.pull_s).forecast;
        assert!((told.pull_s - plan.pull_s).abs() < 1.0, "{name}: {told:?}");
        events.push((plan.pull_s, Happened::Out));
        let out = stove.seen(&events, plan.pull_s);
        let core_c = out.forecast.core_at_pull_c;
        let planned_c = plan.core_at_pull_c;
        assert!((core_c - planned_c).abs() <= 0.3, "{name}: {core_c} for {planned_c}");
        assert_eq!(out.status, Status::Resting, "{name}");
        let state = out.state.unwrap();
        assert!((state.core_c - plan.core_at_pull_c).abs() < 0.5, "{name}: {state:?}");
    }
}

/// The forecast after a kind of event is a fresh simulation of that history: taken off when the forecast
/// says, the core reaches what the plan promised.
#[test]
fn after_any_event_the_rest_reaches_the_same_core() {
    let stove = Stove::of(request("sear"));
    let promised_c = stove.seen(&[], 0.0).forecast.core_served_c;
    let join = |mass_g: f64| Happened::Join { what: "peas".into(), mass_g, start_c: 5.0 };
    let heat = |medium_c: f64| Happened::Heat { medium_c, knob: None };
    for (at_s, what) in [
        (400.0, Happened::Turn),
        (200.0, heat(150.0)),
        (200.0, heat(200.0)),
        (250.0, Happened::Lid { on: true }),
        (250.0, Happened::Baste),
        (250.0, join(200.0)),
    ] {
        let view = stove.seen(&[(at_s, what.clone())], at_s);
        let out_s = view.forecast.pull_s;
        let told = [(at_s, what.clone()), (out_s, Happened::Out)];
        let served_c = stove.seen(&told, out_s).forecast.core_served_c;
        assert!((served_c - promised_c).abs() < 0.3, "{what:?}: {served_c} for {promised_c}");
    }
}

/// More heat sooner, less heat later, and the line says so.
#[test]
fn what_happens_moves_the_pull_the_way_a_cook_expects() {
    let stove = Stove::of(request("sear"));
    let as_planned_s = stove.promise.pull_s;
    let turn_s = stove.promise.turn_s.unwrap();
    let after = |at_s: f64, what: Happened| stove.seen(&[(at_s, what)], at_s).forecast;
    let heat = |medium_c: f64| Happened::Heat { medium_c, knob: None };
    let join = |mass_g: f64| Happened::Join { what: "peas".into(), mass_g, start_c: 5.0 };
    assert!(after(100.0, heat(200.0)).pull_s < as_planned_s - 10.0);
    let lower_s = after(100.0, heat(140.0)).pull_s;
    assert!(lower_s > as_planned_s + 15.0, "{lower_s} {as_planned_s}");
    assert!(after(300.0, Happened::Lid { on: true }).pull_s < as_planned_s - 20.0);
    assert!(after(300.0, Happened::Baste).pull_s < as_planned_s - 0.2);
    let (little, much) = (after(300.0, join(50.0)).pull_s, after(300.0, join(400.0)).pull_s);
    // A cook who minds the burner makes up for most of it.
    assert!(as_planned_s < little + 0.1 && little + 1.0 < much, "{as_planned_s} {little} {much}");
    let early = after(turn_s - 60.0, Happened::Turn);
    assert_eq!(early.turn_s, Some((10.0 * (turn_s - 60.0)).round() / 10.0));
    let reason = early.reason.unwrap();
    assert!(reason.starts_with("turned 1:00 early: out at "), "{reason}");
}

/// A turn that nobody reported happened when it was forecast, however long ago, and what came after it
/// does not move it.
#[test]
fn what_nobody_reported_happened_as_planned() {
    let stove = Stove::of(request("sear"));
    let turn_s = stove.promise.turn_s.unwrap();
    let heat = |medium_c: f64| Happened::Heat { medium_c, knob: None };
    let later = stove.seen(&[(turn_s + 20.0, heat(140.0))], turn_s + 20.0).forecast;
    assert!((later.turn_s.unwrap() - turn_s).abs() < 0.1, "{later:?}");
    // What was set before it does.
    let sooner = stove.seen(&[(100.0, heat(200.0))], 100.0).forecast.turn_s.unwrap();
    assert!(sooner < turn_s - 5.0);
    let both = [(100.0, heat(200.0)), (sooner + 30.0, heat(140.0))];
    let kept = stove.seen(&both, sooner + 30.0).forecast.turn_s.unwrap();
    assert!((kept - sooner).abs() < 0.1, "{kept} {sooner}");
}

/// Staying in costs more and more; a piece that is out rises, peaks and cools.
#[test]
fn late_costs_and_standing_is_followed() {
    let stove = Stove::of(request("sear"));
    let pull_s = stove.promise.pull_s;
    let view = stove.seen(&[], pull_s + 45.0);
    let late = &view.late;
    assert!(late.windows(2).all(|w| w[0].core_served_c < w[1].core_served_c), "{late:?}");
    assert!(late.windows(2).all(|w| w[0].juice_lost_share <= w[1].juice_lost_share));
    assert!((late[0].core_served_c - view.forecast.core_served_c).abs() < 0.05);
    assert_eq!(view.status, Status::Cooking);
    // It is still in: the picture goes on to now.
    assert!(view.series.time_s.iter().any(|s| (s - pull_s - 45.0).abs() < 0.1));
    assert!(view.state.unwrap().core_c > view.forecast.core_at_pull_c);

    let out = stove.seen(&[(pull_s, Happened::Out)], pull_s + 10.0);
    let after = out.after.clone().unwrap();
    assert!(after.peak_s > 60.0 && after.peak_c > out.forecast.core_at_pull_c + 5.0, "{after:?}");
    assert!(after.eat_by_s > 60.0 && after.crisp_until_s.is_none());
    assert!(out.late.is_empty());
    let early = stove.seen(&[(pull_s - 60.0, Happened::Out)], pull_s).forecast;
    assert!(early.reason.as_deref().unwrap().starts_with("out 1:00 early: "), "{early:?}");
    // Whoever asked for more is told so.
    assert!(early.reason.as_deref().unwrap().contains("short of medium"), "{early:?}");
    assert!(!out.forecast.reason.as_deref().unwrap().contains("short"), "{out:?}");
    assert!(early.core_served_c < out.forecast.core_served_c - 2.0);
}

/// Takings-back and other times are applied; what cannot have happened is refused with its place.
#[test]
fn events_can_be_taken_back_and_given_other_times() {
    let stove = Stove::of(request("sear"));
    let plain = stove.seen(&[(400.0, Happened::Turn)], 420.0);
    let undone = [(400.0, Happened::Turn), (410.0, Happened::Undo { of: "1".into() })];
    assert_eq!(stove.seen(&undone, 420.0).forecast.turn_s, stove.seen(&[], 420.0).forecast.turn_s);
    let retimed = [(415.0, Happened::Turn), (400.0, Happened::Retime { of: "1".into() })];
    assert_eq!(stove.seen(&retimed, 420.0), plain);

    let cannot = |list: &[(f64, Happened)]| {
        let list: Vec<Event> =
            list.iter().enumerate().map(|(i, (s, what))| event(i, *s, what.clone())).collect();
        check(&list).unwrap_err().remove(0).field
    };
    assert_eq!(cannot(&[(0.0, Happened::Turn)]), "[0].kind");
    assert_eq!(cannot(&[(0.0, Happened::In), (9.0, Happened::In)]), "[1].kind");
    assert_eq!(cannot(&[(5.0, Happened::In), (3.0, Happened::Turn)]), "[1].kind");
    assert_eq!(cannot(&[(5.0, Happened::In), (9.0, Happened::Serve)]), "[1].kind");
    let out = [(5.0, Happened::In), (90.0, Happened::Out), (95.0, Happened::Turn)];
    assert_eq!(cannot(&out), "[2].kind");
    assert_eq!(cannot(&[(5.0, Happened::Undo { of: "7".into() })]), "[0].of");
}

/// Every trouble has its one thing to do at every stage at which it can be helped, in whole words.
#[test]
fn every_trouble_is_answered_from_the_present_state() {
    for method in ["sear", "grill", "deep_fry", "roast", "saute"] {
        let stove = Stove::of(request(method));
        let pull_s = stove.promise.pull_s;
        let into = event(0, 0.0, Happened::In);
        let out = event(1, pull_s, Happened::Out);
        for row in &stove.catalogue.rescues {
            let asked = RescueRequest { trouble: row.id.clone() };
            let rescued = |events: &[Event], now_s: f64| {
                let Stove { catalogue, request, promise } = &stove;
                rescue(catalogue, request, promise, (events, &[]), (now_s, &asked))
            };
            let cooking = std::slice::from_ref(&into);
            assert_eq!(rescued(&[], 0.0).unwrap_err()[0].field, "trouble");
            for now_s in [0.5 * pull_s, pull_s + 60.0] {
                let told = rescued(cooking, now_s).unwrap();
                let text = format!("{} {}", told.title, told.detail);
                assert!(!text.contains('{') && !text.contains("NaN"), "{method} {text}");
                assert!(told.with.pull_s >= now_s - 0.1 || told.with == told.without, "{told:?}");
            }
            rescued(&[into.clone(), out.clone()], pull_s + 30.0).unwrap();
        }
    }
}

#[test]
fn rescues_do_what_they_are_for() {
    let stove = Stove::of(request("sear"));
    let pull_s = stove.promise.pull_s;
    let into = event(0, 0.0, Happened::In);
    let ask = |events: &[Event], now_s: f64, trouble: &str| {
        let Stove { catalogue, request, promise } = &stove;
        let asked = RescueRequest { trouble: trouble.into() };
        rescue(catalogue, request, promise, (events, &[]), (now_s, &asked)).unwrap()
    };
    let cooking = std::slice::from_ref(&into);
    let raw = ask(cooking, 0.9 * pull_s, "raw");
    assert!(raw.with.pull_s < raw.without.pull_s && raw.done_by == Some(Kind::Lid), "{raw:?}");
    let sooner = ask(cooking, 0.5 * pull_s, "raw");
    assert!(sooner.with.pull_s < sooner.without.pull_s - 30.0, "{sooner:?}");
    assert!((raw.with.core_served_c - raw.without.core_served_c).abs() < 0.5, "as it was meant");
    let scorching = ask(cooking, 200.0, "scorching");
    assert!(
        scorching.with.pull_s > scorching.without.pull_s + 5.0 && scorching.medium_c < Some(160.0)
    );
    let forgotten = ask(cooking, pull_s + 180.0, "forgotten");
    assert!(forgotten.with.core_served_c < forgotten.without.core_served_c - 1.0, "{forgotten:?}");
    // Taken off a third too early: back under the lid for a minute or two, and right after all.
    let early = event(1, 0.7 * pull_s, Happened::Out);
    let back = ask(&[into.clone(), early], 0.7 * pull_s + 90.0, "raw");
    assert!(
        back.lasts_s.unwrap() > 20.0 && back.with.core_served_c > back.without.core_served_c + 5.0
    );
    // Before it lets go, it is left until then.
    let stuck = ask(cooking, 20.0, "stuck");
    assert!(stuck.lasts_s.unwrap() > 22.0, "{stuck:?}");
    assert!((ask(cooking, 400.0, "stuck").lasts_s.unwrap() - 20.0).abs() < 0.1);
}
