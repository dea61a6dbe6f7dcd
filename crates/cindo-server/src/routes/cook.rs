//! Cooks under way.

use std::sync::Arc;

use actix_web::http::header;
use actix_web::mime;
use actix_web::web::{Data, Json, Path, Query};
use actix_web::{HttpMessage, HttpRequest, HttpResponse, Responder, delete, get, post, rt};
use actix_web_lab::sse;
use cindo_core::catalogue::Catalogue;
use cindo_core::cook::{
    CookView, Event, Forecast, Happened, Promise, Reading, ReadingUse, Rescue, RescueRequest,
    Status, follow, rescue,
};
use cindo_core::error::{FieldError, Problems, within};
use cindo_core::setup::PlanRequest;
use cindo_store::{
    CardId, Cook, CookId, CookLine, CookLines, EntryId, KeptEvent, KeptReading, NewCook, Probe,
    Store,
};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;
use uuid::Uuid;

use super::line_up::{self, after};
use super::{Body, on_store};
use crate::access::IsHead;
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::live::{ALIVE, Live};
use crate::probe;
use crate::refresh::Refresh;
use crate::solver::{Desk, Solver, caught};

/// What to cook: a plan, or a kept card.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateCook {
    /// What is planned; instead of `card`.
    #[serde(default)]
    request: Option<PlanRequest>,
    /// A kept card; instead of `request`.
    #[serde(default)]
    card: Option<CardId>,
    /// What it is called, up to 80 characters; named after the fish when left out.
    #[serde(default)]
    #[schema(min_length = 1, max_length = 80)]
    name: Option<String>,
    /// How fast its own clock runs, 1 to 60; 1 when left out.
    #[serde(default)]
    #[schema(minimum = 1, maximum = 60)]
    speed: Option<f64>,
}

/// Something that happened, as it is kept.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub(crate) struct EventDto {
    /// Id.
    id: String,
    /// When, RFC 3339 in UTC.
    #[schema(value_type = String)]
    at: Timestamp,
    /// When, s on the cook's clock.
    at_s: f64,
    /// What.
    #[serde(flatten)]
    what: Happened,
}

/// A reading, as it is kept.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub(crate) struct ReadingDto {
    /// Id.
    id: String,
    /// When, RFC 3339 in UTC.
    #[schema(value_type = String)]
    at: Timestamp,
    /// What it said of the core, °C.
    core_c: f64,
    /// What that is taken for, °C: without what its thermometer reads too high.
    taken_c: f64,
    /// Whether the forecast rests on it, and why not.
    #[serde(flatten)]
    used: ReadingUse,
}

/// A cook as it stands.
#[derive(Debug, Clone, Serialize, ToSchema)]
pub(crate) struct CookDto {
    /// Its number.
    id: CookId,
    /// What it is called.
    name: String,
    /// What is planned.
    request: PlanRequest,
    /// How fast its own clock runs.
    speed: f64,
    /// When its clock began, RFC 3339 in UTC.
    #[schema(value_type = String)]
    created_at: Timestamp,
    /// The server's clock as this was made: whoever shows it counts on from there.
    #[schema(value_type = String)]
    now: Timestamp,
    /// The cook's own clock then, s.
    clock_s: f64,
    /// Whether the simulated probe is in it.
    has_probe: bool,
    /// What it came to in the log.
    log_entry: Option<EntryId>,
    /// What happened, in the order in which it was told: the latest 60. A live message has those that are new.
    events: Vec<EventDto>,
    /// How many events it has in all; `GET /api/cooks/{id}/events` has them page by page.
    #[schema(minimum = 0)]
    events_total: usize,
    /// The latest 200 readings.
    readings: Vec<ReadingDto>,
    /// Where it stands and what comes.
    #[serde(flatten)]
    view: CookView,
}

/// What a cook has come to since it met the heat, by the wall's clock.
#[derive(Debug, Clone, Copy)]
pub(crate) struct InTheHeat {
    /// Which.
    pub(crate) cook: CookId,
    /// When it met the heat.
    pub(crate) since: Timestamp,
    /// Its first turn after that, s.
    pub(crate) turn_s: Option<f64>,
    /// Off the heat, s.
    pub(crate) out_s: f64,
}

impl CookDto {
    /// What it came to in the log.
    pub(super) fn set_entry(&mut self, entry: Option<EntryId>) {
        self.log_entry = entry;
    }

    /// The same with the latest so many events, as it is told to those who know the others.
    pub(crate) fn with_events(&self, latest: usize) -> Self {
        let mut cook = self.clone();
        cook.events.drain(..cook.events.len().saturating_sub(latest));
        cook
    }

    /// None before it meets the heat, and of a clock of its own.
    pub(crate) fn in_the_heat(&self) -> Option<InTheHeat> {
        let Forecast { turn_s, pull_s, .. } = self.view.forecast;
        let since_s = self.clock_s - self.view.elapsed_s? - self.view.beyond_s;
        let is_on_the_wall = (self.speed - 1.0).abs() < 1e-9;
        is_on_the_wall.then(|| InTheHeat {
            cook: self.id,
            since: after(self.created_at, since_s),
            turn_s,
            out_s: pull_s,
        })
    }
}

/// A cook in the list of those that are over.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct CookLineDto {
    /// Its number.
    id: CookId,
    /// What it is called.
    name: String,
    /// Where it stands.
    status: Option<Status>,
    /// When its clock began, RFC 3339 in UTC.
    #[schema(value_type = String)]
    created_at: Timestamp,
}

/// Cooks under way, and the latest that are over.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct CookList {
    /// The server's clock, RFC 3339 in UTC.
    #[schema(value_type = String)]
    now: Timestamp,
    /// Under way, the oldest first.
    cooks: Vec<CookDto>,
    /// Over, the newest first.
    past: Vec<CookLineDto>,
    /// Under way on this page, and not to be read or worked out.
    unreadable: Vec<UnreadableCook>,
    /// How many are under way, on all pages.
    #[schema(minimum = 0)]
    total: i64,
    /// Where the next page begins: give it as `cursor`. None on the last page.
    next: Option<CookId>,
}

/// A cook that cannot be read or worked out. It can be exported and discarded.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct UnreadableCook {
    /// Its number.
    id: CookId,
    /// What it is called.
    name: String,
    /// What is wrong with it.
    why: String,
}

/// A page of a list.
#[derive(Debug, Deserialize, utoipa::IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct CookPage {
    /// Where the page before ended: its `next`.
    cursor: Option<CookId>,
}

/// Which events to list.
#[derive(Debug, Deserialize, utoipa::IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct EventsAsked {
    /// Places that come before in the list, 0 and more; 0 when left out.
    #[param(minimum = 0, maximum = 1_000_000)]
    from: Option<usize>,
}

/// Some of a cook's events.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct EventPage {
    /// At most 500, in the order in which they were told.
    events: Vec<EventDto>,
    /// How many there are in all.
    #[schema(minimum = 0)]
    total: usize,
}

/// A reading of the core.
#[derive(Debug, Clone, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct ReadingInput {
    /// Id of the sender's choosing (a UUID): the same one counts once.
    #[schema(min_length = 36, max_length = 36)]
    id: String,
    /// When it was taken, RFC 3339 with offset; now when it and `ago_s` are left out.
    #[serde(default)]
    #[schema(max_length = 40)]
    at: Option<String>,
    /// So long ago on the wall's clock, s, 0 to 14 400; instead of `at`.
    #[serde(default)]
    #[schema(minimum = 0, maximum = 14_400)]
    ago_s: Option<f64>,
    /// What it said, °C.
    core_c: f64,
    /// Id of the thermometer of the cook's own kitchen that said it: what a check found of it is allowed for.
    #[serde(default)]
    #[schema(max_length = 60)]
    thermometer: Option<String>,
}

/// Most that is told at once.
pub(super) const MOST_AT_ONCE: usize = 500;
/// Most events and readings of one cook.
pub(super) const MOST_EVENTS: usize = 2000;
const MOST_READINGS: usize = 50_000;
/// Cooks under way on a page, and the latest of those that are over.
const COOKS_PAGE: usize = 24;
const PAST_SHOWN: i64 = 100;
/// Readings and events that are shown: the latest.
const READINGS_SHOWN: usize = 200;
const EVENTS_SHOWN: usize = 60;
/// Events on a page.
const EVENTS_PAGE: usize = 500;
/// Longest ago that something may have happened, s, and how far another clock may be ahead, ms.
const LONGEST_AGO_S: f64 = 4.0 * 3600.0;
const AHEAD_MS: i64 = 5000;
/// A cook can have begun before it was told, ms.
const TOLD_LATE_MS: i64 = 3_600_000;

fn time(ms: i64) -> Timestamp {
    Timestamp::from_millisecond(ms).unwrap_or_default()
}

/// A moment on a cook's own clock, s.
pub(crate) fn clock_s(begun: &NewCook, at_ms: i64) -> f64 {
    #[expect(clippy::cast_precision_loss, reason = "milliseconds of a day")]
    let since_ms = (at_ms - begun.created_ms) as f64;
    since_ms / 1000.0 * begun.speed
}

/// Kept events on the cook's own clock.
pub(crate) fn events<'e>(begun: &NewCook, kept: impl Iterator<Item = &'e KeptEvent>) -> Vec<Event> {
    let event = |e: &KeptEvent| Event {
        id: e.id.clone(),
        at_s: clock_s(begun, e.at_ms),
        what: e.what.clone(),
    };
    kept.map(event).collect()
}

/// How much too high a thermometer of a cook's kitchen reads, K; none where the kitchen has no such thermometer.
fn thermometer_k(catalogue: &Catalogue, begun: &NewCook, id: &str) -> Option<f64> {
    begun.request.kitchen.as_ref()?.thermometer_k(catalogue, id)
}

/// What was told of a cook, on its own clock; readings without what their thermometers read too high.
pub(crate) fn told(catalogue: &Catalogue, cook: &Cook) -> (Vec<Event>, Vec<Reading>) {
    let begun = &cook.begun;
    let high_k = |r: &KeptReading| {
        r.thermometer.as_deref().and_then(|id| thermometer_k(catalogue, begun, id)).unwrap_or(0.0)
    };
    let reading =
        |r: &KeptReading| Reading { at_s: clock_s(begun, r.at_ms), core_c: r.core_c - high_k(r) };
    (events(begun, cook.events.iter()), cook.readings.iter().map(reading).collect())
}

/// Events from a place in the list on, as they are shown.
fn shown_events(kept: &[KeptEvent], told: &[Event], from: usize) -> Vec<EventDto> {
    let event = |(kept, told): (&KeptEvent, &Event)| EventDto {
        id: kept.id.clone(),
        at: time(kept.at_ms),
        at_s: told.at_s,
        what: kept.what.clone(),
    };
    kept.iter().zip(told).skip(from).map(event).collect()
}

/// A cook as it stands now.
pub(super) fn view(
    desk: &Desk<'_>,
    cook: Cook,
    now: Timestamp,
) -> Result<CookDto, Vec<FieldError>> {
    let (told, read) = told(desk.bench().catalogue, &cook);
    let Cook { id, begun, events: kept, readings, probe, entry } = cook;
    let clock = clock_s(&begun, now.as_millisecond());
    let view = follow(desk.bench(), &begun.request, &begun.promise, (&told, &read), clock)?;
    let shown = readings.len().saturating_sub(READINGS_SHOWN);
    Ok(CookDto {
        id,
        now,
        clock_s: clock,
        created_at: time(begun.created_ms),
        speed: begun.speed,
        has_probe: probe.is_some(),
        log_entry: entry,
        events_total: kept.len(),
        events: shown_events(&kept, &told, kept.len().saturating_sub(EVENTS_SHOWN)),
        readings: readings
            .into_iter()
            .zip(&read)
            .zip(&view.reading_uses)
            .skip(shown)
            .map(|((r, taken), used)| ReadingDto {
                id: r.id,
                at: time(r.at_ms),
                core_c: r.core_c,
                taken_c: (10.0 * taken.core_c).round() / 10.0,
                used: used.clone(),
            })
            .collect(),
        name: begun.name,
        request: begun.request,
        view,
    })
}

/// When something happened, ms.
pub(super) fn at_ms(
    at: Option<&str>,
    ago_s: Option<f64>,
    now: Timestamp,
    problems: &mut Problems,
) -> Option<i64> {
    let now_ms = now.as_millisecond();
    match (at, ago_s) {
        (Some(_), Some(_)) => {
            problems.add("ago_s", "give the time or how long ago, not both");
            None
        }
        (Some(at), None) => match at.parse::<Timestamp>() {
            Ok(at) if at.as_millisecond() > now_ms + AHEAD_MS => {
                problems
                    .add("at", format!("is in the future; allowed are times up to now, {now:.0}"));
                None
            }
            Ok(at) => Some(at.as_millisecond()),
            Err(_) => {
                problems.add("at", "is no time; allowed is RFC 3339 with an offset");
                None
            }
        },
        (None, Some(ago_s)) => {
            problems.range("ago_s", ago_s, 0.0, LONGEST_AGO_S, "s");
            #[expect(clippy::cast_possible_truncation, reason = "within its range")]
            (0.0..=LONGEST_AGO_S).contains(&ago_s).then(|| now_ms - (1000.0 * ago_s).round() as i64)
        }
        (None, None) => Some(now_ms),
    }
}

/// The same event sent twice has the same id, and no other has: one spelling of it counts.
pub(super) fn canonical_id(id: &str, problems: &mut Problems) -> Option<String> {
    let id = Uuid::try_parse(id);
    if id.is_err() {
        problems.add("id", "is no UUID");
    }
    id.ok().map(|id| id.to_string())
}

/// Nothing happens long before a cook is begun.
pub(super) fn check_not_before(begun: &NewCook, at_ms: i64, place: usize, problems: &mut Problems) {
    if at_ms < begun.created_ms - TOLD_LATE_MS {
        let from = time(begun.created_ms - TOLD_LATE_MS);
        problems.add(
            &format!("[{place}].at"),
            format!("is before this cook was begun; allowed are times from {from:.0} on"),
        );
    }
}

/// Works out how a cook stands now, and tells everybody.
pub(crate) async fn shown(solver: &Solver, live: &Live, cook: Cook) -> Result<CookDto, ApiError> {
    let cook = solver.run(move |desk| view(desk, cook, clock::now())).await??;
    live.tell_cook(&cook, 0);
    Ok(cook)
}

/// Begins a cook, which waits for its fish.
#[utoipa::path(
    request_body = CreateCook,
    responses(
        (status = 201, body = CookDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks")]
pub(crate) async fn create_cook(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    Body(new): Body<CreateCook>,
) -> Result<HttpResponse, ApiError> {
    let mut problems = Problems::new();
    if new.request.is_some() == new.card.is_some() {
        problems.add("request", "give a plan or the number of a card, one of the two");
    }
    let speed = new.speed.unwrap_or(1.0);
    problems.range("speed", speed, 1.0, 60.0, "");
    if let Some(name) = &new.name
        && !(1..=80).contains(&name.trim().chars().count())
    {
        problems.add("name", "allowed are 1 to 80 characters");
    }
    problems.finish()?;
    let (request, card_name) = match (new.request, new.card) {
        (Some(request), _) => (request, None),
        (None, Some(id)) => {
            let card = on_store(&store, move |store| store.find_card(id)).await?;
            (card.request, Some(card.name))
        }
        (None, None) => return Err(ApiError::internal("neither a plan nor a card")),
    };
    let species = solver.catalogue().species(&request.piece.species);
    let fish = species.map_or_else(|| "Fish".to_owned(), |s| s.name.clone());
    let name = new.name.map(|name| name.trim().to_owned()).or(card_name).unwrap_or(fish);
    let begun = solver.run(move |desk| {
        let promise = Promise::of(desk.bench(), &request).map_err(|e| within("request", e))?;
        let created_ms = clock::now().as_millisecond();
        Ok::<_, Vec<FieldError>>(NewCook { name, request, promise, speed, created_ms })
    });
    let begun = begun.await??;
    let cook = on_store(&store, move |store| {
        let id = store.begin_cook(&begun)?;
        store.find_cook(id)
    });
    let cook = shown(&solver, &live, cook.await?).await?;
    Ok(HttpResponse::Created().json(cook))
}

/// Cooks under way, the oldest first and 24 on a page, and the latest that are over.
#[utoipa::path(params(CookPage), responses((status = 200, body = CookList)))]
#[get("/api/cooks")]
pub(crate) async fn list_cooks(
    solver: Data<Solver>,
    store: Data<Store>,
    page: Query<CookPage>,
) -> Result<Json<CookList>, ApiError> {
    let cursor = page.cursor;
    let (lines, cooks, past) = on_store(&store, move |store| {
        let lines = store.list_under_way(cursor, COOKS_PAGE)?;
        let cooks: Vec<_> = lines.cooks.iter().map(|line| store.find_cook(line.id)).collect();
        Ok((lines, cooks, store.list_past(PAST_SHOWN)?))
    })
    .await?;
    let CookLines { cooks: lines, total, next } = lines;
    let list = solver.run(move |desk| {
        let now = clock::now();
        let (mut shown, mut unreadable) = (Vec::new(), Vec::new());
        for (CookLine { id, name, .. }, cook) in lines.into_iter().zip(cooks) {
            let worked_out = cook.map_err(|error| error.to_string()).and_then(|cook| {
                let view = caught(|| view(&desk.anew(), cook, now))?;
                view.map_err(|errors| {
                    errors.iter().map(ToString::to_string).collect::<Vec<_>>().join("; ")
                })
            });
            match worked_out {
                Ok(cook) => shown.push(cook),
                Err(why) => unreadable.push(UnreadableCook { id, name, why }),
            }
        }
        let past = past
            .into_iter()
            .map(|line| CookLineDto {
                id: line.id,
                name: line.name,
                status: line.status,
                created_at: time(line.created_ms),
            })
            .collect();
        CookList { now, cooks: shown, past, unreadable, total, next }
    });
    Ok(Json(list.await?))
}

/// What happened to a cook, 500 events on a page.
#[utoipa::path(params(EventsAsked), responses(
    (status = 200, body = EventPage),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/cooks/{id}/events")]
pub(crate) async fn list_events(
    store: Data<Store>,
    id: Path<i32>,
    asked: Query<EventsAsked>,
) -> Result<Json<EventPage>, ApiError> {
    let id = CookId(*id);
    let cook = on_store(&store, move |store| store.find_cook(id)).await?;
    let told = events(&cook.begun, cook.events.iter());
    let mut events = shown_events(&cook.events, &told, asked.from.unwrap_or(0));
    events.truncate(EVENTS_PAGE);
    Ok(Json(EventPage { events, total: cook.events.len() }))
}

/// One cook as it stands.
#[utoipa::path(responses(
    (status = 200, body = CookDto),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/cooks/{id}")]
pub(crate) async fn get_cook(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
) -> Result<Json<CookDto>, ApiError> {
    let id = CookId(*id);
    let cook = on_store(&store, move |store| store.find_cook(id)).await?;
    Ok(Json(solver.run(move |desk| view(desk, cook, clock::now())).await??))
}

/// Moves the service that a cook belongs to, once what was told is acknowledged.
pub(crate) fn keep_up_soon(solver: &Solver, store: &Store, live: &Live, cook: &CookDto) {
    let Some(heat) = cook.in_the_heat() else { return };
    let (solver, store) = (Data::new(solver.clone()), Data::new(store.clone()));
    let live = Data::new(live.clone());
    rt::spawn(async move {
        if let Err(error) = line_up::keep_up(&solver, &store, &live, heat).await {
            tracing::warn!(%error, "the line-up does not follow its cook");
        }
    });
}

/// What became of readings.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct ReadingsTaken {
    /// Readings that were new; the others were kept before.
    #[schema(minimum = 0, maximum = 500)]
    new: usize,
}

/// Adds readings of the core; the same id counts once. Pages hear of them within a second.
#[utoipa::path(
    request_body = Vec<ReadingInput>,
    responses(
        (status = 200, body = ReadingsTaken),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks/{id}/readings")]
pub(crate) async fn add_readings(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
    refresh: Data<Refresh>,
    Body(told): Body<Vec<ReadingInput>>,
) -> Result<Json<ReadingsTaken>, ApiError> {
    let id = CookId(*id);
    let now = clock::now();
    let mut problems = Problems::new();
    problems.at_most("readings", &told, MOST_AT_ONCE);
    let mut read = Vec::with_capacity(told.len().min(MOST_AT_ONCE));
    for (place, reading) in told.iter().take(MOST_AT_ONCE).enumerate() {
        let mut own = Problems::new();
        let id = canonical_id(&reading.id, &mut own);
        let at_ms = at_ms(reading.at.as_deref(), reading.ago_s, now, &mut own);
        // What no core can be is kept and not used; what no number can be is refused.
        own.range("core_c", reading.core_c, -1000.0, 10_000.0, "°C");
        problems.within(&format!("[{place}]"), own.finish());
        if let (Some(id), Some(at_ms)) = (id, at_ms) {
            read.push(KeptReading {
                id,
                at_ms,
                core_c: reading.core_c,
                thermometer: reading.thermometer.clone(),
            });
        }
    }
    problems.finish()?;
    keep_readings((&solver, &store, &live, &refresh), id, read).await
}

/// Where readings go to, and who hears of them.
type Kept<'k> = (&'k Data<Solver>, &'k Data<Store>, &'k Data<Live>, &'k Refresh);

/// Keeps readings of a cook; the same id counts once.
pub(crate) async fn keep_readings(
    (solver, store, live, refresh): Kept<'_>,
    id: CookId,
    read: Vec<KeptReading>,
) -> Result<Json<ReadingsTaken>, ApiError> {
    let now = clock::now();
    let catalogue = Arc::clone(solver.catalogue());
    let added = on_store(store, move |store| {
        store.add_readings(id, &read, now.as_millisecond(), |cook, new| {
            let mut problems = Problems::new();
            for (place, reading) in new.iter().enumerate() {
                check_not_before(&cook.begun, reading.at_ms, place, &mut problems);
                let said_by = reading.thermometer.as_deref();
                if said_by.is_some_and(|id| thermometer_k(&catalogue, &cook.begun, id).is_none()) {
                    problems.add(
                        &format!("[{place}].thermometer"),
                        "is no thermometer of the kitchen that this cook began in",
                    );
                }
            }
            if cook.readings.len() + new.len() > MOST_READINGS {
                problems.add("readings", format!("a cook has room for {MOST_READINGS} readings"));
            }
            problems.finish()
        })
    });
    let new = added.await??;
    if new > 0 {
        refresh.soon(store, solver, live, id);
    }
    Ok(Json(ReadingsTaken { new }))
}

/// A simulated probe to put in.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateProbe {
    /// What is hidden about the piece follows from it, 0 to 1 000 000; drawn when left out.
    #[serde(default)]
    #[schema(minimum = 0, maximum = 1_000_000)]
    seed: Option<f64>,
    /// It says something so often, s of the cook's clock, 1 to 120; 10 when left out.
    #[serde(default)]
    #[schema(minimum = 1, maximum = 120)]
    every_s: Option<f64>,
}

/// Largest seed, and how often a probe says something, s.
const SEEDS: f64 = 1e6;
const EVERY_S: (f64, f64) = (1.0, 120.0);
const USUAL_EVERY_S: f64 = 10.0;

/// Puts the simulated probe into a piece, in the place of a device that posts readings.
#[utoipa::path(
    request_body = CreateProbe,
    responses(
        (status = 200, body = CookDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks/{id}/probe")]
pub(crate) async fn create_probe(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    refresh: Data<Refresh>,
    id: Path<i32>,
    Body(asked): Body<CreateProbe>,
) -> Result<Json<CookDto>, ApiError> {
    let id = CookId(*id);
    let mut problems = Problems::new();
    let every_s = asked.every_s.unwrap_or(USUAL_EVERY_S);
    problems.range("every_s", every_s, EVERY_S.0, EVERY_S.1, "s");
    if let Some(seed) = asked.seed {
        problems.range("seed", seed, 0.0, SEEDS, "");
    }
    problems.finish()?;
    #[expect(clippy::cast_possible_truncation, clippy::cast_sign_loss, reason = "within its range")]
    let seed = asked.seed.map_or_else(|| u64::from(rand::random::<u16>()), |seed| seed as u64);
    let probe = Probe { seed, every_s, from_ms: clock::now().as_millisecond() };
    let cook = on_store(&store, move |store| {
        let had_one = store.find_cook(id)?.probe.is_some();
        store.set_probe(id, &probe)?;
        Ok((store.find_cook(id)?, had_one))
    });
    let (cook, had_one) = cook.await?;
    if !had_one {
        let (store, solver) = (Store::clone(&store), Solver::clone(&solver));
        let (live, refresh) = (Live::clone(&live), Refresh::clone(&refresh));
        probe::keep_reading(store, solver, (live, refresh), id);
    }
    Ok(Json(shown(&solver, &live, cook).await?))
}

/// What to do about something that went wrong, from the present state.
#[utoipa::path(
    request_body = RescueRequest,
    responses(
        (status = 200, body = Rescue),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[post("/api/cooks/{id}/rescue")]
pub(crate) async fn create_rescue(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
    Body(asked): Body<RescueRequest>,
) -> Result<Json<Rescue>, ApiError> {
    let id = CookId(*id);
    let cook = on_store(&store, move |store| store.find_cook(id)).await?;
    let told = solver.run(move |desk| {
        let begun = &cook.begun;
        let now_s = clock_s(begun, clock::now().as_millisecond());
        let (told, read) = told(desk.bench().catalogue, &cook);
        rescue(desk.bench(), &begun.request, &begun.promise, (&told, &read), (now_s, &asked))
    });
    Ok(Json(told.await??))
}

/// Takes a cook away; it can be restored.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/cooks/{id}")]
pub(crate) async fn delete_cook(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = CookId(*id);
    let now_ms = clock::now().as_millisecond();
    on_store(&store, move |store| store.set_cook_deleted(id, Some(now_ms))).await?;
    live.tell("cook_gone", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// Puts a cook back that was taken away.
#[utoipa::path(responses(
    (status = 200, body = CookDto),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/cooks/{id}/restore")]
pub(crate) async fn restore_cook(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<Json<CookDto>, ApiError> {
    let id = CookId(*id);
    let cook = on_store(&store, move |store| {
        store.set_cook_deleted(id, None)?;
        store.find_cook(id)
    });
    Ok(Json(shown(&solver, &live, cook.await?).await?))
}

/// What goes on, as server-sent events: `cook` with a cook as it stands after something happened, `cook_gone`
/// with the number of one that was taken away, `log` with the number of an entry that changed, `kitchen` with its new
/// revision, `missed` when what came before cannot be told and is to be
/// asked for. Each has an id; give the last one as `Last-Event-ID` to hear what came after it.
#[utoipa::path(responses((status = 200, body = String, content_type = "text/event-stream")))]
#[get("/api/live")]
pub(crate) async fn get_live(live: Data<Live>, request: HttpRequest) -> HttpResponse {
    if request.extensions().contains::<IsHead>() {
        return HttpResponse::Ok().content_type(mime::TEXT_EVENT_STREAM).finish();
    }
    let last = request.headers().get("last-event-id").and_then(|id| id.to_str().ok());
    let stream = sse::Sse::from_infallible_stream(live.listen(last)).with_keep_alive(ALIVE);
    // Packed, a message would wait for the next one.
    let stream = stream.customize().insert_header(header::ContentEncoding::Identity);
    stream.respond_to(&request).map_into_boxed_body()
}
