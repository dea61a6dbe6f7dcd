//! Line-ups: many dishes, one kitchen, and everything at its moment.

use std::sync::Arc;

use actix_web::http::header;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpRequest, HttpResponse, delete, get, patch, post};
use cindo_core::error::{FieldError, Problems};
use cindo_core::kitchen::OwnKitchen;
use cindo_core::lineup::{AtStove, Change, Dish, LineUp, LineUpRequest, LineUpStep, change};
use cindo_core::prep::PrepChoices;
use cindo_core::setup::PlanRequest;
use cindo_store::{KeptLineUp, LineUpId, LineUpLine, NewLineUp, Store};
use jiff::Timestamp;
use jiff::civil::DateTime;
use jiff::tz::TimeZone;
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use super::cook::InTheHeat;
use super::{Body, etag, needed_revision, on_store, or_stale, revision};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::sheet;
use crate::solver::{Desk, Solver};

/// A dish: a plan, or a side.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct DishAsked {
    /// Tells it from the others, 1 to 60 characters.
    #[schema(min_length = 1, max_length = 60)]
    id: String,
    /// What it is called; worked out when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(min_length = 1, max_length = 60)]
    name: Option<String>,
    /// The plan of a fish; its pieces are the servings.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    request: Option<PlanRequest>,
    /// Id of a side.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 60)]
    side: Option<String>,
    /// Servings, 1 to 60; a fish's pieces, or two, when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 60)]
    servings: Option<u32>,
    /// When it is served, RFC 3339.
    #[schema(value_type = String, example = "2026-11-26T19:30:00Z")]
    serve_at: Timestamp,
    /// What its preparation leaves to choose.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    choices: Option<PrepChoices>,
    /// Whether everything before the heat is done already.
    #[serde(default)]
    prepared: bool,
    /// Id of the dish whose vessel it shares: fish beside fish, or a side that joins it.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 60)]
    with: Option<String>,
    /// Id of the gear that it cooks in and no other.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_length = 60)]
    vessel: Option<String>,
}

/// What is lined up.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct LineUpAsked {
    /// Dishes, 1 to 200.
    #[schema(min_items = 1, max_items = 200)]
    dishes: Vec<DishAsked>,
    /// Cooks, 1 to 8; one when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 8)]
    hands: Option<u32>,
    /// Burners, 1 to 12; as many as the gear stands on, or four, when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(minimum = 1, maximum = 12)]
    burners: Option<u32>,
    /// Ids of the gear at hand; that of the kitchen when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(max_items = 100)]
    gear: Option<Vec<String>>,
    /// What is known of the gear; what this kitchen knows when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    kitchen: Option<OwnKitchen>,
    /// Nothing begins before that, RFC 3339; any time ahead when left out.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    #[schema(value_type = Option<String>)]
    now: Option<Timestamp>,
}

/// A line-up to keep. What was exported is taken as it is.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateLineUp {
    /// `cindo-line-up`, in what was exported.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    format: Option<String>,
    /// 1, in what was exported.
    #[serde(default, skip_serializing_if = "Option::is_none")]
    version: Option<u32>,
    /// What it is called, 1 to 80 characters.
    #[schema(min_length = 1, max_length = 80)]
    name: String,
    /// What is lined up.
    line_up: LineUpAsked,
}

/// Another name or day, or the service begins or is over.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct UpdateLineUp {
    /// What it is called, 1 to 80 characters.
    #[serde(default)]
    #[schema(min_length = 1, max_length = 80)]
    name: Option<String>,
    /// When the first dish is served; all others move with it. RFC 3339.
    #[serde(default)]
    #[schema(value_type = Option<String>)]
    first_serve_at: Option<Timestamp>,
    /// Whether the service is under way.
    #[serde(default)]
    running: Option<bool>,
}

/// Changes, one after the other: all or none.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct ChangeLineUp {
    /// 1 to 60 of them. Their times count from the line-up's zero.
    #[schema(min_items = 1, max_items = 60)]
    changes: Vec<Change>,
}

/// A step with its moments on the clock.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct LineUpStepDto {
    /// When it begins, RFC 3339 in UTC.
    #[schema(value_type = String)]
    start: Timestamp,
    /// When it is over, RFC 3339 in UTC.
    #[schema(value_type = String)]
    end: Timestamp,
    /// Pairs of hands at its beginning.
    #[schema(minimum = 0, maximum = 1)]
    hands: u32,
    /// What it is.
    #[serde(flatten)]
    step: LineUpStep,
}

/// A line-up as it stands.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct LineUpDto {
    /// Its number; none where it is not kept.
    id: Option<LineUpId>,
    /// What it is called.
    name: String,
    /// Whether its service is under way.
    running: bool,
    /// Give it as `If-Match` to change nothing that somebody else changed meanwhile.
    #[schema(minimum = 0)]
    revision: i64,
    /// The server's clock, RFC 3339 in UTC.
    #[schema(value_type = String)]
    now: Timestamp,
    /// What its times count from, RFC 3339 in UTC.
    #[schema(value_type = String)]
    zero: Timestamp,
    /// Cooks.
    #[schema(minimum = 1)]
    hands: u32,
    /// Dishes as they were asked for.
    asked: Vec<Dish>,
    /// Steps, in the order of their beginning.
    steps: Vec<LineUpStepDto>,
    /// Everything else.
    #[serde(flatten)]
    line_up: LineUp,
}

/// Kept line-ups.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct LineUpList {
    /// The latest service first, at most 200.
    line_ups: Vec<LineUpLine>,
}

/// Most line-ups of a list.
const LISTED: i64 = 200;
const MOST_CHANGES: usize = 60;
const LONGEST_NAME: usize = 80;
/// Serve times of one line-up lie within this, s.
const WIDEST_S: f64 = 12.0 * 3600.0;

fn seconds(at: Timestamp, zero: Timestamp) -> f64 {
    at.duration_since(zero).as_secs_f64()
}

fn utc(at: Timestamp) -> DateTime {
    at.to_zoned(TimeZone::UTC).datetime()
}

/// A moment so many seconds after another.
pub(super) fn after(zero: Timestamp, seconds: f64) -> Timestamp {
    #[expect(clippy::cast_possible_truncation, reason = "days at most")]
    let ms = (seconds * 1000.0).round() as i64;
    Timestamp::from_millisecond(zero.as_millisecond().saturating_add(ms)).unwrap_or(zero)
}

impl LineUpAsked {
    /// As the core takes it: its times count from the first serving.
    fn request(
        self,
        usual: impl FnOnce() -> (Option<OwnKitchen>, Option<Vec<String>>),
    ) -> Result<(Timestamp, LineUpRequest), ApiError> {
        let mut problems = Problems::new();
        for (place, dish) in self.dishes.iter().enumerate() {
            sheet::check_year(
                &format!("dishes.{place}.serve_at"),
                utc(dish.serve_at),
                &mut problems,
            );
        }
        if let Some(now) = self.now {
            sheet::check_year("now", utc(now), &mut problems);
        }
        problems.finish()?;
        let zero =
            self.dishes.iter().map(|dish| dish.serve_at).min().unwrap_or(Timestamp::UNIX_EPOCH);
        let mut problems = Problems::new();
        let far = |dish: &DishAsked| seconds(dish.serve_at, zero) > WIDEST_S;
        if let Some(place) = self.dishes.iter().position(far) {
            problems.add(
                &format!("dishes.{place}.serve_at"),
                "more than 12 hours after the first one: make it a line-up of its own",
            );
        }
        problems.finish()?;
        let dish = |dish: DishAsked| Dish {
            id: dish.id,
            name: dish.name,
            request: dish.request,
            side: dish.side,
            servings: dish.servings,
            serve_s: seconds(dish.serve_at, zero),
            choices: dish.choices,
            prepared: dish.prepared,
            with: dish.with,
            vessel: dish.vessel,
            ..Dish::default()
        };
        let (kitchen, gear) = if self.kitchen.is_none() && self.gear.is_none() {
            usual()
        } else {
            (self.kitchen, self.gear)
        };
        let now_s = self.now.map(|now| seconds(now, zero));
        let request = LineUpRequest {
            dishes: self.dishes.into_iter().map(dish).collect(),
            hands: self.hands,
            burners: self.burners,
            gear,
            kitchen,
            now_s,
            busy: Vec::new(),
            last: None,
        };
        Ok((zero, request))
    }

    /// What was asked for, as it can be given again.
    fn of(request: LineUpRequest, zero: Timestamp) -> Self {
        let dish = |dish: Dish| DishAsked {
            id: dish.id,
            name: dish.name,
            request: dish.request,
            side: dish.side,
            servings: dish.servings,
            serve_at: after(zero, dish.serve_s),
            choices: dish.choices,
            prepared: dish.prepared,
            with: dish.with,
            vessel: dish.vessel,
        };
        Self {
            dishes: request.dishes.into_iter().map(Dish::afresh).map(dish).collect(),
            hands: request.hands,
            burners: request.burners,
            gear: request.gear,
            kitchen: request.kitchen,
            now: None,
        }
    }
}

/// What is shown of a line-up.
fn shown(kept: (Option<LineUpId>, i64), new: NewLineUp, line_up: &LineUp) -> LineUpDto {
    let zero = Timestamp::from_millisecond(new.zero_ms).unwrap_or_default();
    let mut line_up = line_up.clone();
    let steps = std::mem::take(&mut line_up.steps);
    let step = |step: LineUpStep| LineUpStepDto {
        start: after(zero, step.start_s),
        end: after(zero, step.end_s),
        hands: u32::from(step.hands_s > 0.0),
        step,
    };
    LineUpDto {
        id: kept.0,
        name: new.name,
        running: new.running,
        revision: kept.1,
        now: clock::now(),
        zero,
        hands: new.request.hands.unwrap_or(1),
        asked: new.request.dishes,
        steps: steps.into_iter().map(step).collect(),
        line_up,
    }
}

fn answer(
    kept: KeptLineUp,
    line_up: &LineUp,
    mut response: actix_web::HttpResponseBuilder,
) -> HttpResponse {
    response
        .insert_header(etag(kept.revision))
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .json(shown((Some(kept.id), kept.revision), kept.line_up, line_up))
}

fn checked_name(name: &str) -> Result<String, ApiError> {
    let mut problems = Problems::new();
    let name = name.trim();
    if !(1..=LONGEST_NAME).contains(&name.chars().count()) || name.chars().any(char::is_control) {
        problems.add("name", format!("allowed are 1 to {LONGEST_NAME} characters"));
    }
    problems.finish()?;
    Ok(name.to_owned())
}

/// The gear and what is known of it in this kitchen.
async fn usual(store: &Data<Store>) -> Result<(Option<OwnKitchen>, Option<Vec<String>>), ApiError> {
    let kitchen = on_store(store, Store::find_kitchen).await?.kitchen;
    Ok((kitchen.own(), kitchen.at_hand))
}

async fn find(store: &Data<Store>, id: i32) -> Result<KeptLineUp, ApiError> {
    on_store(store, move |store| store.find_line_up(LineUpId(id))).await
}

fn under(field: &str, errors: Vec<FieldError>) -> Vec<FieldError> {
    cindo_core::error::within(field, errors)
}

/// Lines up dishes, and keeps nothing.
#[utoipa::path(
    request_body = LineUpAsked,
    responses((status = 200, body = LineUpDto))
)]
#[post("/api/line-up/solve")]
pub(crate) async fn solve_line_up(
    solver: Data<Solver>,
    store: Data<Store>,
    Body(asked): Body<LineUpAsked>,
) -> Result<Json<LineUpDto>, ApiError> {
    let usual = usual(&store).await?;
    let (zero, request) = asked.request(|| usual)?;
    let new =
        NewLineUp { name: String::new(), zero_ms: zero.as_millisecond(), running: false, request };
    let dto = solver
        .run(move |desk| {
            let line_up = desk.line_up(&new.request)?;
            Ok::<_, Vec<FieldError>>(shown((None, 0), new, &line_up))
        })
        .await??;
    Ok(Json(dto))
}

/// Kept line-ups.
#[utoipa::path(responses((status = 200, body = LineUpList)))]
#[get("/api/line-ups")]
pub(crate) async fn list_line_ups(store: Data<Store>) -> Result<Json<LineUpList>, ApiError> {
    let line_ups = on_store(&store, |store| store.list_line_ups(LISTED)).await?;
    Ok(Json(LineUpList { line_ups }))
}

/// Keeps a line-up.
#[utoipa::path(
    request_body = CreateLineUp,
    responses((status = 201, body = LineUpDto))
)]
#[post("/api/line-ups")]
pub(crate) async fn create_line_up(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    Body(new): Body<CreateLineUp>,
) -> Result<HttpResponse, ApiError> {
    let mut problems = Problems::new();
    if new.format.as_deref().is_some_and(|format| format != FORMAT) {
        problems.add("format", format!("this is no line-up; allowed is {FORMAT}"));
    }
    if new.version.is_some_and(|version| version != 1) {
        problems.add("version", "of a newer Cindo; allowed is 1");
    }
    problems.finish()?;
    let name = checked_name(&new.name)?;
    let usual = usual(&store).await?;
    let (zero, request) = new.line_up.request(|| usual)?;
    let new = NewLineUp { name, zero_ms: zero.as_millisecond(), running: false, request };
    let (new, line_up) = solved(&solver, new, "line_up").await?;
    let kept =
        on_store(&store, move |store| store.keep_line_up(&new, clock::now().as_millisecond()))
            .await?;
    live.tell("line_up", &kept.id);
    Ok(answer(kept, &line_up, HttpResponse::Created()))
}

async fn solved(
    solver: &Data<Solver>,
    new: NewLineUp,
    field: &'static str,
) -> Result<(NewLineUp, Arc<LineUp>), ApiError> {
    let work = move |desk: &Desk<'_>| {
        let line_up = desk
            .line_up(&new.request)
            .map_err(|errors| if field.is_empty() { errors } else { under(field, errors) })?;
        Ok::<_, Vec<FieldError>>((new, line_up))
    };
    Ok(solver.run(work).await??)
}

/// One line-up as it stands.
#[utoipa::path(responses(
    (status = 200, body = LineUpDto),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/line-ups/{id}")]
pub(crate) async fn get_line_up(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let kept = find(&store, *id).await?;
    let (_, line_up) = solved(&solver, kept.line_up.clone(), "").await?;
    Ok(answer(kept, &line_up, HttpResponse::Ok()))
}

/// Gives a line-up another name or day, or begins and ends its service.
#[utoipa::path(
    request_body = UpdateLineUp,
    params(("If-Match" = String, Header, description = "The revision that the change was made on; `*` for whichever")),
    responses(
        (status = 200, body = LineUpDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
    )
)]
#[patch("/api/line-ups/{id}")]
pub(crate) async fn update_line_up(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    id: Path<i32>,
    Body(words): Body<UpdateLineUp>,
) -> Result<HttpResponse, ApiError> {
    let kitchen = (&solver, &store, &live);
    revise(kitchen, *id, needed_revision(&request)?, async |new| words.of(new)).await
}

impl UpdateLineUp {
    /// A line-up with that name or day, and its service under way or not.
    fn of(&self, mut new: NewLineUp) -> Result<NewLineUp, ApiError> {
        if let Some(name) = &self.name {
            new.name = checked_name(name)?;
        }
        if let Some(running) = self.running {
            new.running = running;
            if !running {
                new.request.now_s = None;
                new.request.last = None;
            }
        }
        if let Some(first) = self.first_serve_at {
            let mut problems = Problems::new();
            sheet::check_year("first_serve_at", utc(first), &mut problems);
            problems.finish()?;
            let first_s =
                new.request.dishes.iter().map(|d| d.serve_s).fold(f64::INFINITY, f64::min);
            new.zero_ms = after(first, -first_s).as_millisecond();
            // Another day: nothing of it has begun.
            new.running = self.running.unwrap_or(false);
            new.request.now_s = None;
            new.request.busy.clear();
            new.request.last = None;
            let dishes = std::mem::take(&mut new.request.dishes);
            new.request.dishes = dishes.into_iter().map(Dish::afresh).collect();
        }
        service_s(&new)?;
        Ok(new)
    }
}

/// A service is under way within a day of its first serving, s.
const SERVICE_S: f64 = 86_400.0;

/// Where a service that is under way stands, s from its zero.
fn service_s(line_up: &NewLineUp) -> Result<Option<f64>, ApiError> {
    if !line_up.running {
        return Ok(None);
    }
    let zero = Timestamp::from_millisecond(line_up.zero_ms).unwrap_or_default();
    let now_s = seconds(clock::now(), zero);
    let mut problems = Problems::new();
    if now_s.abs() > SERVICE_S {
        problems.add(
            "running",
            "its service is more than a day away: make it again for today, or end it",
        );
    }
    problems.finish()?;
    Ok(Some(now_s))
}

/// Somebody else may change a line-up meanwhile so often.
const TRIES: usize = 4;

/// Makes something else of a kept line-up: of the revision that is named, or of whichever is the last.
async fn revise(
    (solver, store, live): (&Data<Solver>, &Data<Store>, &Data<Live>),
    id: i32,
    asked: Option<i64>,
    next: impl AsyncFn(NewLineUp) -> Result<NewLineUp, ApiError>,
) -> Result<HttpResponse, ApiError> {
    let mut tries = 0;
    loop {
        let kept = find(store, id).await?;
        let revision = asked.unwrap_or(kept.revision);
        let (new, line_up) = solved(solver, next(kept.line_up).await?, "").await?;
        let set = on_store(store, move |store| {
            store.set_line_up(LineUpId(id), revision, &new, clock::now().as_millisecond())
        });
        tries += 1;
        match set.await {
            Err(ApiError::Changed) if asked.is_none() && tries < TRIES => {}
            Err(error) => {
                let now = async {
                    let kept = find(store, id).await?;
                    let (new, line_up) = solved(solver, kept.line_up, "").await?;
                    Ok(shown((Some(kept.id), kept.revision), new, &line_up))
                };
                return Err(or_stale(error, now).await);
            }
            Ok(kept) => {
                live.tell("line_up", &kept.id);
                return Ok(answer(kept, &line_up, HttpResponse::Ok()));
            }
        }
    }
}

/// Changes what is lined up, also in the middle of its service: what has begun stays, and the rest moves where
/// it must.
#[utoipa::path(
    request_body = ChangeLineUp,
    params(("If-Match" = Option<String>, Header, description = "The revision that the change was made on")),
    responses(
        (status = 200, body = LineUpDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile."),
    )
)]
#[post("/api/line-ups/{id}/changes")]
pub(crate) async fn change_line_up(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    id: Path<i32>,
    Body(asked): Body<ChangeLineUp>,
) -> Result<HttpResponse, ApiError> {
    let mut problems = Problems::new();
    problems.at_most("changes", &asked.changes, MOST_CHANGES);
    if asked.changes.is_empty() {
        problems.add("changes", format!("allowed are 1 to {MOST_CHANGES} changes"));
    }
    problems.finish()?;
    let kitchen = (&solver, &store, &live);
    revise(kitchen, *id, revision(&request)?, async |new| {
        changed(&solver, new, &asked.changes).await
    })
    .await
}

/// A line-up after some changes, not lined up yet.
async fn changed(
    solver: &Data<Solver>,
    mut new: NewLineUp,
    changes: &[Change],
) -> Result<NewLineUp, ApiError> {
    let now_s = service_s(&new)?;
    let changes = changes.to_vec();
    let work = move |desk: &Desk<'_>| {
        let line_up = desk.line_up(&new.request)?;
        new.request = change(&new.request, &line_up, now_s, &changes)?;
        Ok::<_, Vec<FieldError>>(new)
    };
    Ok(solver.run(work).await??)
}

/// What a cook at the stove has come to moves the rest of every service that its dish belongs to.
pub(crate) async fn keep_up(
    solver: &Data<Solver>,
    store: &Data<Store>,
    live: &Data<Live>,
    heat: InTheHeat,
) -> Result<(), ApiError> {
    let lines = on_store(store, |store| store.list_line_ups(LISTED)).await?;
    for line in lines.iter().filter(|line| line.running) {
        // One that cannot follow holds up none of the others.
        if let Err(error) = follow(solver, store, live, line.id, heat).await {
            tracing::warn!(%error, line_up = line.id.0, "a line-up does not follow its cook");
        }
    }
    Ok(())
}

/// Moves the rest of one service after its cook, where a dish of it is that cook's.
async fn follow(
    solver: &Data<Solver>,
    store: &Data<Store>,
    live: &Data<Live>,
    id: LineUpId,
    heat: InTheHeat,
) -> Result<(), ApiError> {
    let kept = find(store, id.0).await?;
    let zero = Timestamp::from_millisecond(kept.line_up.zero_ms).unwrap_or_default();
    let at_stove = AtStove {
        cook: heat.cook.0,
        start_s: seconds(heat.since, zero),
        turn_s: heat.turn_s,
        out_s: heat.out_s,
    };
    let of_cook = |dish: &&Dish| dish.at_stove.as_ref().is_some_and(|a| a.cook == heat.cook.0);
    let Some(dish) = kept.line_up.request.dishes.iter().find(of_cook) else { return Ok(()) };
    if dish.at_stove.as_ref().is_some_and(|was| was.is_near(&at_stove)) {
        return Ok(());
    }
    let moved = [Change::AtStove { dish: dish.id.clone(), at_stove }];
    let next = async |new| changed(solver, new, &moved).await;
    revise((solver, store, live), id.0, None, next).await.map(drop)
}

/// Takes a line-up away; it can be restored.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/line-ups/{id}")]
pub(crate) async fn delete_line_up(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = LineUpId(*id);
    let now_ms = clock::now().as_millisecond();
    on_store(&store, move |store| store.set_line_up_deleted(id, Some(now_ms))).await?;
    live.tell("line_up", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// Puts a line-up back that was taken away.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/line-ups/{id}/restore")]
pub(crate) async fn restore_line_up(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = LineUpId(*id);
    on_store(&store, move |store| store.set_line_up_deleted(id, None)).await?;
    live.tell("line_up", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// What a file of a line-up calls itself.
const FORMAT: &str = "cindo-line-up";

/// A line-up as a file, to be given back as a new one.
#[utoipa::path(responses(
    (status = 200, body = CreateLineUp),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/line-ups/{id}/export")]
pub(crate) async fn export_line_up(
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let kept = find(&store, *id).await?;
    let NewLineUp { name, zero_ms, request, .. } = kept.line_up;
    let zero = Timestamp::from_millisecond(zero_ms).unwrap_or_default();
    let line_up = LineUpAsked::of(request, zero);
    let file = CreateLineUp { format: Some(FORMAT.to_owned()), version: Some(1), name, line_up };
    Ok(attached("json").json(file))
}

fn attached(extension: &str) -> actix_web::HttpResponseBuilder {
    let mut response = HttpResponse::Ok();
    let name = format!("attachment; filename=\"cindo-line-up.{extension}\"");
    response.insert_header((header::CONTENT_DISPOSITION, name));
    response
}

/// How far the kitchen's clock is ahead of UTC.
#[derive(Debug, Deserialize, utoipa::IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct OnTheClock {
    /// Minutes that the kitchen's clock is ahead of UTC, −840 to 840; 0 when left out.
    #[param(minimum = -840, maximum = 840)]
    ahead_min: Option<i64>,
}

impl OnTheClock {
    fn checked(&self) -> Result<i64, ApiError> {
        let ahead_min = self.ahead_min.unwrap_or(0);
        let mut problems = Problems::new();
        if !(-840..=840).contains(&ahead_min) {
            problems.add("ahead_min", "allowed are -840 to 840 minutes");
        }
        problems.finish()?;
        Ok(ahead_min)
    }
}

async fn to_write(
    solver: &Data<Solver>,
    store: &Data<Store>,
    id: i32,
) -> Result<(NewLineUp, Arc<LineUp>), ApiError> {
    let kept = find(store, id).await?;
    solved(solver, kept.line_up, "").await
}

/// The steps as a calendar (RFC 5545) in the kitchen's own time.
#[utoipa::path(
    params(OnTheClock),
    responses(
        (status = 200, body = String, content_type = "text/calendar"),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[get("/api/line-ups/{id}/calendar")]
pub(crate) async fn get_line_up_calendar(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
    clock: actix_web::web::Query<OnTheClock>,
) -> Result<HttpResponse, ApiError> {
    let ahead_min = clock.checked()?;
    let (new, line_up) = to_write(&solver, &store, *id).await?;
    let text = sheet::line_up_calendar(&new.name, new.zero_ms + 60_000 * ahead_min, &line_up)?;
    Ok(attached("ics").content_type("text/calendar; charset=utf-8").body(text))
}

/// The steps as a table (CSV) in the kitchen's own time.
#[utoipa::path(
    params(OnTheClock),
    responses(
        (status = 200, body = String, content_type = "text/csv"),
        (status = 404, body = Problem, content_type = "application/problem+json"),
    )
)]
#[get("/api/line-ups/{id}/table")]
pub(crate) async fn get_line_up_table(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
    clock: actix_web::web::Query<OnTheClock>,
) -> Result<HttpResponse, ApiError> {
    let ahead_min = clock.checked()?;
    let (new, line_up) = to_write(&solver, &store, *id).await?;
    let text = sheet::line_up_table(new.zero_ms + 60_000 * ahead_min, &line_up)?;
    Ok(attached("csv").content_type("text/csv; charset=utf-8").body(text))
}
