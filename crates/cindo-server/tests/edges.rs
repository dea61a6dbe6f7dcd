//! Requests at the edges of every field, over HTTP: each is answered soon, with no failure inside, and
//! with nothing but what the description of the API promises.

#![expect(clippy::unwrap_used, reason = "a helper that cannot work should stop its test")]
#![expect(clippy::print_stdout, reason = "how many were answered is printed")]

mod support;

use std::sync::Mutex;
use std::time::{Duration, Instant};

use jsonschema::Validator;
use rand::rngs::StdRng;
use rand::seq::IndexedRandom;
use rand::{RngExt, SeedableRng};
use serde_json::{Map, Value, json};
use support::Server;

/// Requests in the ordinary tests, and in the long run (`cargo test --test edges -- --ignored`).
const REQUESTS: u64 = 5_000;
const MANY_REQUESTS: u64 = 200_000;
/// Of those, so many are of one seed.
const OF_ONE_SEED: u64 = 10_000;
/// Nobody waits longer.
const PATIENCE: Duration = Duration::from_secs(5);
const LARGEST_ANSWER: usize = 400_000;
const LARGEST_REFUSAL: usize = 20_000;

/// Ends of the ranges, just inside and just past them, and what no range holds.
const EDGES: [f64; 44] = [
    -1e308, -430.5, -430.0, -41.0, -40.0, -18.0, -2.0, -1.0, -0.9, -0.0, 0.0, 1e-300, 1e-9, 0.1,
    0.5, 0.999, 1.0, 1.001, 2.0, 3.0, 3.999, 4.0, 4.001, 5.0, 12.0, 20.0, 28.0, 30.0, 60.0, 63.0,
    85.0, 99.9, 100.1, 119.999, 120.0, 120.001, 185.0, 300.0, 1500.0, 5500.0, 14_399.9, 14_400.0,
    172_800.0, 1e308,
];

struct Generator {
    random: StdRng,
    catalogue: Value,
    cuts: Vec<String>,
    methods: Vec<String>,
    gear: Vec<String>,
    coatings: Vec<String>,
    supports: Vec<String>,
    saltings: Vec<String>,
}

impl Generator {
    fn new(catalogue: &Value, seed: u64) -> Self {
        let ids = |list: &str| {
            let entries = catalogue[list].as_array().unwrap().iter();
            entries.map(|e| e["id"].as_str().unwrap().to_owned()).collect()
        };
        Self {
            random: StdRng::seed_from_u64(seed),
            catalogue: catalogue.clone(),
            cuts: ids("cuts"),
            methods: ids("methods"),
            gear: ids("gear"),
            coatings: ids("coatings"),
            supports: ids("supports"),
            saltings: ids("saltings"),
        }
    }

    fn chance(&mut self, share: f64) -> bool {
        self.random.random_bool(share)
    }

    fn of(&mut self, list: &[&str]) -> Value {
        json!(list.choose(&mut self.random).unwrap())
    }

    fn id(&mut self, list: fn(&Self) -> &Vec<String>) -> Value {
        let i = self.random.random_range(0..list(self).len());
        json!(list(self)[i])
    }

    /// An entry of the catalogue.
    fn entry(&mut self, list: &str) -> Value {
        self.catalogue[list].as_array().unwrap().choose(&mut self.random).unwrap().clone()
    }

    /// Mostly one of what suits, sometimes any.
    fn suiting(&mut self, suiting: &[Value], any: fn(&Self) -> &Vec<String>) -> Value {
        let suits = suiting.choose(&mut self.random).cloned();
        suits.filter(|_| self.chance(0.9)).unwrap_or_else(|| self.id(any))
    }

    /// Mostly from a range, often one of its ends, sometimes anything.
    fn number(&mut self, low: f64, high: f64) -> Value {
        let step = 1e-3 * (high - low);
        match self.random.random_range(0..60) {
            0 => json!(EDGES.choose(&mut self.random).unwrap()),
            1 => json!(low - step),
            2 => json!(high + step),
            3..8 => json!(low),
            8..13 => json!(high),
            13..15 => json!(low + step),
            15..17 => json!(high - step),
            _ => json!(self.random.random_range(low..=high)),
        }
    }

    /// Sets some of the fields that may be left out.
    fn maybe(
        &mut self,
        object: &mut Value,
        share: f64,
        field: &str,
        value: impl FnOnce(&mut Self) -> Value,
    ) {
        if self.chance(share) {
            object[field] = value(self);
        }
    }

    fn piece(&mut self) -> Value {
        let frozen = self.chance(0.2);
        let species = self.entry("species");
        let cuts: Vec<Value> =
            species["cuts"].as_array().unwrap().iter().map(|c| c["cut"].clone()).collect();
        let mut piece = json!({
            "species": species["id"],
            "cut": self.suiting(&cuts, |g| &g.cuts),
            "thickness_mm": self.number(4.0, 120.0),
            "start_c": if frozen { self.number(-40.0, 0.0) } else { self.number(0.0, 25.0) },
        });
        self.maybe(&mut piece, 0.1, "width_mm", |g| g.number(5.0, 400.0));
        self.maybe(&mut piece, 0.1, "length_mm", |g| g.number(20.0, 1500.0));
        self.maybe(&mut piece, 0.1, "weight_g", |g| g.number(5.0, 10_000.0));
        self.maybe(&mut piece, 0.2, "count", |g| json!(g.random.random_range(0..62)));
        self.maybe(&mut piece, 0.1, "tail_mm", |g| g.number(3.0, 60.0));
        for flag in ["skin", "stuffed", "frozen_for_parasites", "thickness_measured"] {
            self.maybe(&mut piece, 0.15, flag, |g| json!(g.chance(0.5)));
        }
        self.maybe(&mut piece, 0.05, "freshness", |g| g.of(&["use", "cook_through", "leave_it"]));
        piece
    }

    fn doneness(&mut self) -> Value {
        if self.chance(0.3) {
            return self.number(30.0, 85.0);
        }
        self.of(&["rare", "medium_rare", "medium", "just_done", "by_the_book"])
    }

    fn plan(&mut self) -> Value {
        let method = self.entry("methods");
        let suiting = |list: &str| method[list].as_array().cloned().unwrap_or_default();
        let (schools, coats) = (suiting("schools"), suiting("coats"));
        let range: Vec<f64> = suiting("range_c").iter().filter_map(Value::as_f64).collect();
        let mut plan = json!({
            "piece": self.piece(),
            "method": method["id"],
            "doneness": self.doneness(),
        });
        if !schools.is_empty() {
            self.maybe(&mut plan, 0.4, "school", |g| g.suiting(&schools, |g| &g.methods));
            self.maybe(&mut plan, 0.2, "turn_s", |g| g.number(1.0, 14_400.0));
        }
        if let [low, high] = range[..] {
            self.maybe(&mut plan, 0.4, "medium_c", |g| g.number(low, high));
        }
        if !method["second"].is_null() || self.chance(0.02) {
            self.maybe(&mut plan, 0.4, "second_c", |g| g.number(120.0, 250.0));
            self.maybe(&mut plan, 0.4, "second_s", |g| g.number(20.0, 900.0));
        }
        self.maybe(&mut plan, 0.2, "altitude_m", |g| g.number(-430.0, 5500.0));
        self.maybe(&mut plan, 0.3, "out_s", |g| g.number(1.0, 14_400.0));
        self.maybe(&mut plan, 0.3, "coating", |g| g.suiting(&coats, |g| &g.coatings));
        self.maybe(&mut plan, 0.3, "rest_s", |g| g.number(0.0, 1800.0));
        self.maybe(&mut plan, 0.3, "rest_on", |g| g.id(|g| &g.supports));
        if plan["rest_on"] == "warm_oven" || self.chance(0.02) {
            self.maybe(&mut plan, 0.5, "rest_c", |g| g.number(40.0, 110.0));
        }
        self.maybe(&mut plan, 0.2, "at_risk", |g| json!(g.chance(0.5)));
        self.maybe(&mut plan, 0.2, "brief", |g| json!(g.chance(0.5)));
        self.maybe(&mut plan, 0.05, "gear", |g| (0..3).map(|_| g.id(|g| &g.gear)).collect());
        plan
    }

    fn face(&mut self) -> Value {
        let mut face =
            json!({ "h": self.number(0.0, 1e6), "medium_c": self.number(-60.0, 1000.0) });
        self.maybe(&mut face, 0.3, "emissivity", |g| g.number(0.0, 1.0));
        self.maybe(&mut face, 0.3, "radiant_c", |g| g.number(-60.0, 1000.0));
        self.maybe(&mut face, 0.3, "wet", |g| g.number(0.0, 1.0));
        self.maybe(&mut face, 0.3, "vapour_pa", |g| g.number(0.0, 100_000.0));
        self.maybe(&mut face, 0.3, "dries_kg_m2", |g| g.number(0.001, 100.0));
        face
    }

    fn simulation(&mut self) -> Value {
        let phases: Value = (0..self.random.random_range(0..4))
            .map(|_| {
                let longest = if self.chance(0.1) { 172_800.0 } else { 900.0 };
                let mut phase = json!({ "duration_s": self.number(0.1, longest) });
                self.maybe(&mut phase, 0.8, "top", Self::face);
                self.maybe(&mut phase, 0.6, "bottom", Self::face);
                phase
            })
            .collect();
        let mut request = json!({
            "thickness_mm": self.number(1.0, 300.0),
            "start_c": self.number(-40.0, 60.0),
            "every_s": self.number(0.1, 600.0),
            "phases": phases,
        });
        let water = self.random.random_range(0.0..1.0);
        let fat = self.random.random_range(0.0..=1.0 - water);
        let dry = json!({ "water": water, "protein": 1.0 - water - fat, "fat": fat, "ash": 0.0 });
        self.maybe(&mut request, 0.9, "composition", |_| dry);
        self.maybe(&mut request, 0.2, "constant", |g| {
            json!({ "k": g.number(0.01, 500.0), "rho": g.number(1.0, 20_000.0), "cp": g.number(100.0, 20_000.0) })
        });
        self.maybe(&mut request, 0.3, "shape_exponent", |g| g.number(0.0, 2.0));
        self.maybe(&mut request, 0.2, "symmetric", |g| json!(g.chance(0.5)));
        self.maybe(&mut request, 0.2, "altitude_m", |g| g.number(-430.0, 5500.0));
        request
    }

    /// An address, a request, and the answer's name in the description.
    fn request(&mut self) -> (&'static str, Value, &'static str) {
        match self.random.random_range(0..40) {
            0..18 => ("/api/plan", self.plan(), "PlanAnswer"),
            18..20 => ("/api/section", self.plan(), "CutFace"),
            20 => ("/api/better", self.plan(), "BetterAnswer"),
            21..26 => ("/api/simulate", self.simulation(), "SimulateAnswer"),
            26 => {
                let mut asked = json!({ "piece": self.piece() });
                self.maybe(&mut asked, 0.5, "doneness", Self::doneness);
                ("/api/compare", asked, "CompareAnswer")
            }
            27 | 28 => {
                let ask = self.of(&["heat", "thickness", "tempered"]);
                let asked = json!({ "plan": self.plan(), "ask": ask, "ready_s": self.number(30.0, 14_400.0) });
                ("/api/backwards", asked, "BackwardsAnswer")
            }
            29 => {
                let mut asked = json!({ "plan": self.plan() });
                self.maybe(&mut asked, 0.5, "from_mm", |g| g.number(4.0, 120.0));
                self.maybe(&mut asked, 0.5, "to_mm", |g| g.number(4.0, 120.0));
                self.maybe(&mut asked, 0.5, "step_mm", |g| g.number(1.0, 20.0));
                ("/api/ladder", asked, "LadderAnswer")
            }
            30 => ("/api/fish/instead", json!({ "plan": self.plan() }), "InsteadAnswer"),
            31 | 32 => {
                let mut thaw = json!({ "place": self.of(&["fridge", "cold_water"]) });
                self.maybe(&mut thaw, 0.5, "from_c", |g| g.number(-40.0, -2.0));
                self.maybe(&mut thaw, 0.5, "place_c", |g| g.number(1.0, 20.0));
                self.maybe(&mut thaw, 0.5, "pack_mm", |g| g.number(4.0, 200.0));
                ("/api/thaw", json!({ "piece": self.piece(), "thaw": thaw }), "ThawAnswer")
            }
            33 | 34 => {
                let mut asked =
                    json!({ "piece": self.piece(), "freezer_c": self.number(-60.0, -5.0) });
                self.maybe(&mut asked, 0.5, "pack_mm", |g| g.number(4.0, 200.0));
                self.maybe(&mut asked, 0.5, "freezer", |g| g.of(&["still", "blast"]));
                ("/api/freeze", asked, "FreezeAnswer")
            }
            35 | 36 => {
                let asked = json!({ "piece": self.piece(), "salt": self.salt() });
                ("/api/salt", asked, "SaltAnswer")
            }
            _ => {
                let mut choices = json!({});
                self.maybe(&mut choices, 0.5, "salt", Self::salt);
                self.maybe(&mut choices, 0.3, "guests", |g| json!(g.random.random_range(0..502)));
                self.maybe(&mut choices, 0.3, "chips", |g| json!(g.random.random_range(0..102)));
                self.maybe(&mut choices, 0.3, "sauce", |g| json!(g.chance(0.5)));
                ("/api/prep", json!({ "plan": self.plan(), "choices": choices }), "PrepAnswer")
            }
        }
    }

    fn salt(&mut self) -> Value {
        let mut salt = json!({ "salting": self.id(|g| &g.saltings) });
        self.maybe(&mut salt, 0.5, "minutes", |g| g.number(0.0, 2880.0));
        self.maybe(&mut salt, 0.5, "percent", |g| g.number(0.1, 26.0));
        self.maybe(&mut salt, 0.5, "rest_min", |g| g.number(0.0, 1440.0));
        self.maybe(&mut salt, 0.5, "rinse", |g| json!(g.chance(0.5)));
        salt
    }
}

/// Checks of answers against the committed description, one for each name.
struct Promises {
    components: Map<String, Value>,
    paths: Value,
}

impl Promises {
    fn read() -> Self {
        let text = include_str!("../../../openapi.json");
        let description: Value = serde_json::from_str(text).unwrap();
        let components = description["components"].as_object().unwrap().clone();
        Self { components, paths: description["paths"].clone() }
    }

    /// What is promised of an answer or a part.
    fn of(&self, name: &str) -> Validator {
        let reference = format!("#/components/schemas/{name}");
        jsonschema::validator_for(&json!({ "$ref": reference, "components": self.components }))
            .unwrap()
    }

    /// What may be asked at an address.
    fn asked(&self, address: &str) -> Validator {
        let content = &self.paths[address]["post"]["requestBody"]["content"];
        let reference = content["application/json"]["schema"]["$ref"].as_str().unwrap();
        self.of(reference.rsplit('/').next().unwrap())
    }

    /// Every number of a part with its ends: path, lowest, highest.
    fn ends(&self, schema: &Value, path: &str, found: &mut Vec<(String, f64, f64)>) {
        if let Some(reference) = schema["$ref"].as_str() {
            let name = reference.rsplit('/').next().unwrap();
            return self.ends(&self.components["schemas"][name], path, found);
        }
        if let (Some(low), Some(high)) = (schema["minimum"].as_f64(), schema["maximum"].as_f64()) {
            found.push((path.to_owned(), low, high));
        }
        for (name, part) in schema["properties"].as_object().into_iter().flatten() {
            self.ends(part, &format!("{path}/{name}"), found);
        }
        for kind in schema["oneOf"].as_array().into_iter().flatten() {
            self.ends(kind, path, found);
        }
        if !schema["items"].is_null() {
            self.ends(&schema["items"], &format!("{path}/0"), found);
        }
    }
}

/// What holds for every plan: in order, in range.
fn check_plan(plan: &Value) -> Result<(), String> {
    let number = |name: &str| plan[name].as_f64().ok_or_else(|| format!("{name} is no number"));
    let (pull_s, rest_s) = (number("pull_s")?, number("rest_s")?);
    if !(1.0..=20_000.0).contains(&pull_s) || !(0.0..=20_000.0).contains(&rest_s) {
        return Err(format!("out at {pull_s}, rest {rest_s}"));
    }
    let list = |value: &Value| -> Vec<f64> {
        value.as_array().into_iter().flatten().filter_map(Value::as_f64).collect()
    };
    let times = list(&plan["series"]["time_s"]);
    if times.len() < 2 || times.len() > 400 || !times.windows(2).all(|w| w[0] < w[1]) {
        return Err(format!("{} times out of order", times.len()));
    }
    for name in ["core_c", "bottom_c", "top_c", "medium_c", "set_share", "crust_top_mm"] {
        let values = list(&plan["series"][name]);
        let (low, high) = if name == "set_share" { (0.0, 1.0) } else { (-41.0, 1000.0) };
        if values.len() != times.len() || !values.iter().all(|v| (low..=high).contains(v)) {
            return Err(format!("{name} has {} values: {values:?}", values.len()));
        }
    }
    for name in ["dry_share", "evaporated_share"] {
        let share = number(name)?;
        if !(0.0..=1.0).contains(&share) {
            return Err(format!("{name} {share}"));
        }
    }
    let (look_s, latest_s) = (number("look_from_s")?, number("latest_s")?);
    if look_s > latest_s {
        return Err(format!("look from {look_s} to {latest_s}"));
    }
    Ok(())
}

fn attack(requests: u64, seed: u64) {
    let server = Server::demo();
    let catalogue = server.get("/api/catalogue").json();
    let threads = 2;
    let slow: Mutex<Vec<(&str, String)>> = Mutex::new(Vec::new());
    std::thread::scope(|scope| {
        for thread in 0..threads {
            let (server, catalogue, slow) = (&server, &catalogue, &slow);
            scope.spawn(move || {
                let promises = Promises::read();
                let mut known: Map<String, Value> = Map::new();
                let mut checks: Vec<(&str, Validator)> = Vec::new();
                let refusal = promises.of("Problem");
                let mut asks: Vec<(&str, Validator)> = Vec::new();
                let mut generator = Generator::new(catalogue, seed + thread);
                for i in 0..requests / threads {
                    let (address, request, name) = generator.request();
                    let from = Instant::now();
                    let answer = server.post(address, &request.to_string());
                    let took = from.elapsed();
                    let about =
                        |what: String| format!("{what}: {address} {request} (seed {seed}, {i})");
                    if took >= PATIENCE {
                        println!("{}", about(format!("took {took:?}")));
                        slow.lock().unwrap().push((address, request.to_string()));
                    }
                    let count =
                        known.entry(format!("{name} {}", answer.status)).or_insert(json!(0));
                    *count = json!(count.as_u64().unwrap() + 1);
                    let body = answer.json();
                    if !asks.iter().any(|(known, _)| *known == address) {
                        asks.push((address, promises.asked(address)));
                    }
                    let (_, ask) = asks.iter().find(|(known, _)| *known == address).unwrap();
                    let is_described = answer.status != 200 || ask.is_valid(&request);
                    let what = "answered, and the description refuses it";
                    assert!(is_described, "{}", about(what.to_owned()));
                    match answer.status {
                        200 => {
                            assert!(
                                answer.body.len() < LARGEST_ANSWER,
                                "{}",
                                about("large".to_owned())
                            );
                            if !checks.iter().any(|(known, _)| *known == name) {
                                checks.push((name, promises.of(name)));
                            }
                            let (_, check) =
                                checks.iter().find(|(known, _)| *known == name).unwrap();
                            if let Err(error) = check.validate(&body) {
                                panic!(
                                    "{}",
                                    about(format!("{error} at {}", error.instance_path()))
                                );
                            }
                            if name == "PlanAnswer" {
                                check_plan(&body).unwrap_or_else(|why| panic!("{}", about(why)));
                            }
                        }
                        422 => {
                            assert!(
                                answer.body.len() < LARGEST_REFUSAL,
                                "{}",
                                about("large".to_owned())
                            );
                            assert!(refusal.is_valid(&body), "{}", about(body.to_string()));
                            let fields = answer.fields();
                            assert!(!fields.is_empty(), "{}", about("no field".to_owned()));
                        }
                        other => panic!("{}", about(format!("{other} {body}"))),
                    }
                }
                println!("{}", Value::Object(known));
            });
        }
    });
    // The machine may have been at something else: each is asked again by itself, of a server that never heard of it.
    for (address, request) in slow.into_inner().unwrap() {
        let alone = || {
            let server = Server::demo();
            let from = Instant::now();
            server.post(address, &request);
            from.elapsed()
        };
        let took = (0..3).map(|_| alone()).min().unwrap();
        assert!(took < PATIENCE, "took {took:?} alone: {address} {request}");
    }
}

#[test]
fn requests_at_the_edges_are_answered_as_promised() {
    attack(REQUESTS, 20_261_125);
}

/// What the description says of a number is what is checked: its ends are in range, and just past them
/// is refused on its field.
#[test]
fn every_described_end_is_the_one_that_is_checked() {
    let server = Server::demo();
    let promises = Promises::read();
    let piece = json!({ "species": "cod", "cut": "loin", "thickness_mm": 120.0, "start_c": 5.0 });
    let still = json!({ "piece": piece, "freezer": "still", "freezer_c": -18.0 });
    let calibration =
        json!({ "runs_k": 1.0, "runs_sd_k": 2.0, "film_factor": 1.0, "film_sd": 0.1 });
    let gear = json!({ "id": "own", "name": "own", "like": "pot_8l", "calibration": calibration });
    let kitchen = json!({ "gear": [gear], "eye": { "thicker_mm": 0.0, "sd_mm": 1.0 } });
    let plan = json!({
        "piece": piece, "method": "poach", "doneness": 60.0, "brief": true, "kitchen": kitchen,
    });
    let two_heats = json!({
        "kitchen": kitchen,
        "piece": { "species": "cod", "cut": "loin", "thickness_mm": 30.0, "start_c": 5.0 },
        "method": "pan_roast", "doneness": 60.0, "brief": true, "rest_on": "warm_oven",
    });
    let face = json!({ "h": 10.0, "medium_c": 20.0 });
    let phases = json!([{ "duration_s": 1.0, "bottom": face, "top": face }]);
    let fish = json!({ "water": 0.8, "protein": 0.18, "fat": 0.01, "ash": 0.01 });
    let salt = |salting: &str| json!({ "piece": piece, "salt": { "salting": salting } });
    let thaw = |place: &str| json!({ "piece": piece, "thaw": { "place": place } });
    // Of two bases for one address, each end has to suit one.
    let bases = [
        ("/api/plan", vec![plan.clone(), two_heats.clone()]),
        ("/api/compare", vec![json!({ "piece": piece, "doneness": 60.0, "kitchen": kitchen })]),
        (
            "/api/backwards",
            [&plan, &two_heats]
                .map(|plan| json!({ "plan": plan, "ask": "heat", "ready_s": 900.0 }))
                .to_vec(),
        ),
        (
            "/api/ladder",
            [&plan, &two_heats]
                .map(|plan| json!({ "plan": plan, "from_mm": 4.0, "to_mm": 120.0, "step_mm": 20.0 }))
                .to_vec(),
        ),
        ("/api/prep", [("fridge", &plan), ("cold_water", &plan), ("fridge", &two_heats)]
                .map(|(place, plan)| json!({ "plan": plan, "choices": { "thaw": { "place": place }, "salt": { "salting": "wet_brine" } } }))
                .to_vec(),
        ),
        ("/api/salt", vec![salt("wet_brine"), salt("quick"), salt("equilibrium")]),
        ("/api/thaw", vec![thaw("fridge"), thaw("cold_water")]),
        ("/api/freeze", vec![still]),
        (
            "/api/fish/buy",
            vec![
                json!({ "species": "cod", "guests": 4, "portion_g": 160.0, "served": "filleted" }),
            ],
        ),
        (
            "/api/simulate",
            vec![
                json!({ "composition": fish, "thickness_mm": 20.0, "start_c": 5.0, "phases": phases, "every_s": 1.0 }),
                json!({ "constant": { "k": 0.5, "rho": 1050.0, "cp": 3600.0 }, "thickness_mm": 20.0, "start_c": 5.0, "phases": phases, "every_s": 1.0 }),
            ],
        ),
    ];
    let mut checked = 0;
    for (address, bases) in bases {
        let content = &promises.paths[address]["post"]["requestBody"]["content"];
        let mut ends = Vec::new();
        promises.ends(&content["application/json"]["schema"], "", &mut ends);
        for (path, low, high) in ends {
            let field = path[1..].replace('/', ".");
            // Whether a base with this number is refused for its range.
            let refused = |base: &Value, value: f64| {
                let mut request = base.clone();
                let mut at = &mut request;
                for name in path[1..].split('/') {
                    at = match name.parse::<usize>() {
                        Ok(i) => &mut at[i],
                        Err(_) => &mut at[name],
                    };
                }
                // Whole numbers without their point, as counts want them.
                *at = serde_json::from_str(&value.to_string()).unwrap();
                let answer = server.post(address, &request.to_string());
                let errors = answer.json()["errors"].as_array().cloned().unwrap_or_default();
                errors.iter().any(|e| {
                    let message = e["message"].as_str().unwrap();
                    e["field"] == json!(field)
                        && (message.contains("out of range") || message.contains("expected"))
                })
            };
            // What a part that may be left out needs besides, only some bases have.
            let parent = path.rsplit_once('/').unwrap().0;
            let bases: Vec<&Value> =
                bases.iter().filter(|base| base.pointer(parent).is_some()).collect();
            assert!(!bases.is_empty(), "{address} {field}: no base has its part");
            let step = if high - low > 2.0 { 1.0 } else { 0.01 };
            for (end, past) in [(low, low - step), (high, high + step)] {
                assert!(bases.iter().all(|base| refused(base, past)), "{address} {field} {past}");
                assert!(bases.iter().any(|base| !refused(base, end)), "{address} {field} {end}");
                checked += 1;
            }
        }
    }
    println!("{checked} ends");
    assert!(checked > 120, "{checked}");
}

/// What fuzzing began with and what it found (`make fuzz`): answered or refused in words.
#[test]
fn seeds_of_the_fuzzer_are_answered_or_refused_in_words() {
    let server = Server::demo();
    let addresses = [
        &["/api/plan"][..],
        &["/api/section", "/api/better"],
        &["/api/compare"],
        &["/api/backwards"],
        &["/api/ladder"],
        &["/api/fish/instead"],
        &["/api/prep"],
        &["/api/salt"],
        &["/api/thaw"],
        &["/api/freeze", "/api/simulate"],
    ];
    let folder = concat!(env!("CARGO_MANIFEST_DIR"), "/../../fuzz/seeds/ask");
    let (mut answered, mut refused) = (0, 0);
    for seed in std::fs::read_dir(folder).unwrap() {
        let text = std::fs::read(seed.unwrap().path()).unwrap();
        let (which, body) = text.split_first().unwrap();
        let body = std::str::from_utf8(body).unwrap();
        for address in addresses[usize::from(which - b'0')] {
            let answer = server.post(address, body);
            let said = String::from_utf8_lossy(&answer.body).into_owned();
            match answer.status {
                200 => answered += 1,
                400 | 422 => refused += 1,
                other => panic!("{address} {body}: {other} {said}"),
            }
            assert!(!said.contains("NaN") && !said.contains("inf "), "{address} {body}: {said}");
        }
    }
    assert!(answered >= 10 && refused >= 4, "{answered} answered, {refused} refused");
}

/// A quarter of the long run.
fn long_run(quarter: u64) {
    let parts = MANY_REQUESTS / OF_ONE_SEED / 4;
    for part in quarter * parts..(quarter + 1) * parts {
        attack(OF_ONE_SEED, 1 + 2 * part);
        println!("{} answered", (part + 1) * OF_ONE_SEED);
    }
}

#[test]
#[ignore = "takes ten minutes and a release build: the long run, its first quarter"]
fn many_requests_are_answered_as_promised_1() {
    long_run(0);
}

#[test]
#[ignore = "its second quarter"]
fn many_requests_are_answered_as_promised_2() {
    long_run(1);
}

#[test]
#[ignore = "its third quarter"]
fn many_requests_are_answered_as_promised_3() {
    long_run(2);
}

#[test]
#[ignore = "its last quarter"]
fn many_requests_are_answered_as_promised_4() {
    long_run(3);
}
