//! Line-ups of whole dishes, by hand and by what may never be.

use super::*;
use crate::catalogue::Catalogue;
use crate::plan::planned;
use crate::setup::Doneness;

fn fish(id: &str, species: &str, cut: &str, mm: f64, method: &str, count: u32) -> Dish {
    let mut request = PlanRequest { method: method.into(), ..PlanRequest::default() };
    request.piece.species = species.into();
    request.piece.cut = cut.into();
    request.piece.thickness_mm = mm;
    request.piece.start_c = 5.0;
    request.piece.count = Some(count);
    request.doneness = Doneness::Band("just_done".into());
    Dish { id: id.into(), request: Some(request), ..Dish::default() }
}

fn side(id: &str, side: &str, servings: u32) -> Dish {
    Dish { id: id.into(), side: Some(side.into()), servings: Some(servings), ..Dish::default() }
}

fn lined_up(request: &LineUpRequest) -> Result<LineUp, Vec<FieldError>> {
    let catalogue = Catalogue::embedded().unwrap();
    line_up(&catalogue, request, &mut |r| planned(&catalogue, r).map(Arc::new))
}

#[test]
fn fish_and_chips_land_together() {
    let request = LineUpRequest {
        dishes: vec![
            fish("haddock", "haddock", "fillet", 21.0, "deep_fry", 2),
            side("chips", "chips", 4),
            side("peas", "peas", 4),
        ],
        ..LineUpRequest::default()
    };
    let begun = std::time::Instant::now();
    let line_up = lined_up(&request).unwrap();
    println!("{:?}", begun.elapsed());
    for step in &line_up.steps {
        println!(
            "{:>7} {:>6} {:<10} {:<14} {} | {}",
            step.start_s, step.hands_s, step.station, step.dish.as_deref().unwrap_or("-"), step.title, step.why
        );
    }
    println!("{:#?} {:#?} {:#?}", line_up.dishes.iter().map(|d| (&d.name, d.served_s, d.out_s, &d.standing, &d.notes)).collect::<Vec<_>>(), line_up.clashes, line_up.tightest);
}

#[test]
fn probe_effort() {
    #[derive(serde::Deserialize)]
    struct Demo { request: LineUpRequest }
    let demo: Demo = serde_json::from_str(include_str!("../../../cindo-server/demo/line_up.json")).unwrap();
    let catalogue = Catalogue::embedded().unwrap();
    let request = demo.request;
    let mut known = std::collections::HashMap::new();
    let mut solve = |r: &PlanRequest| { let key = serde_json::to_string(r).unwrap(); if let Some(p) = known.get(&key) { return Ok(Arc::clone(p)); } let p = planned(&catalogue, r).map(Arc::new)?; known.insert(key, Arc::clone(&p)); Ok(p) };
    let gear = at_hand(&catalogue, None, None, &mut Problems::new());
    let kitchen = Kitchen { bench: (&catalogue).into(), asked: &request, at_hand: gear };
    let mut stations = Stations::of(&request);
    let lines = kitchen.lines(&mut stations, &mut solve).unwrap();
    let instance = kitchen.instance(&lines, &mut stations).unwrap();
    for looks in [2_000_000, 15_000_000, 60_000_000, 300_000_000] {
        let begun = std::time::Instant::now();
        let s = self::solve(&instance, Effort { looks }, None);
        println!("{looks} {} {} {:?}", s.cost, s.least_cost, begun.elapsed());
        if looks == 300_000_000 { for (l,p) in lines.iter().zip(&s.placements) { println!("{} {:?}", l.made.name, p.as_ref().map(|p| (p.cost, p.starts.iter().map(|t| t*5).collect::<Vec<_>>()))); } }
    }
}
