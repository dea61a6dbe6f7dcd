//! The log.

use std::collections::HashSet;
use std::sync::Arc;

use actix_web::http::header::{self, ContentDisposition};
use actix_web::web::{Bytes, Data, Json, Path, Query};
use actix_web::{HttpRequest, HttpResponse, delete, get, post, put};
use cindo_core::cook::{Estimate, Promise, follow, milestones};
use cindo_core::error::{FieldError, Problems, within};
use cindo_core::log::{Entry, Evidence, NextTime, Remark, Verdict, next_time};
use cindo_core::plan::{Series, StripPicture};
use cindo_core::setup::{PlanRequest, check_request};
use cindo_store::{
    Cook, CookId, CountBy, Counted, EntryId, EntryLine, KeptEntry, LogFilter, LogPage, NewEntry,
    Store, StoreError,
};
use futures_util::{Stream, stream};
use jiff::Timestamp;
use serde::{Deserialize, Serialize};
use utoipa::{IntoParams, ToSchema};
use uuid::Uuid;

use super::import::Lines;
use super::{Body, IMPORT_LIMIT_KB, etag, needed_revision, on_store, or_stale};
use crate::clock;
use crate::error::{ApiError, Problem};
use crate::import::{ImportReport, Imports};
use crate::live::Live;
use crate::log_file::{self, FileEntry, Line, LogFile, NAME_LIMIT, Rows};
use crate::routes::cook::told;
use crate::solver::{Desk, Solver, caught};

/// Which entries to list.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct LogAsked {
    /// Words, each the beginning of one in the entry.
    #[param(max_length = 80)]
    q: Option<String>,
    /// Id of the kind of fish.
    #[param(max_length = 60)]
    species: Option<String>,
    /// Id of the cut.
    #[param(max_length = 60)]
    cut: Option<String>,
    /// Id of the method.
    #[param(max_length = 60)]
    method: Option<String>,
    /// Id of the gear.
    #[param(max_length = 60)]
    gear: Option<String>,
    /// How it came out.
    verdict: Option<Verdict>,
    /// Where the page before ended: its `next`.
    cursor: Option<EntryId>,
    /// Most entries on a page.
    #[param(minimum = 1, maximum = 200)]
    limit: Option<usize>,
}

/// What is asked of statistics.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub(crate) struct CountAsked {
    /// What entries are counted by.
    #[param(inline)]
    by: CountBy,
}

/// Some entries, counted.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct CountedDto {
    /// What they have in common: an id, or the number of the week since 1970.
    key: String,
    /// Cooks.
    #[schema(minimum = 0)]
    cooks: i64,
    /// Cooks that say how far the plan was off.
    #[schema(minimum = 0)]
    told: i64,
    /// More done than was wanted.
    #[schema(minimum = 0)]
    over: i64,
    /// Less done than was wanted.
    #[schema(minimum = 0)]
    under: i64,
    /// As it was wanted.
    #[schema(minimum = 0)]
    right: i64,
    /// How far plans were off on average, share of their time; positive where later would have been right.
    off_share: Option<f64>,
    /// The same without its sign.
    miss_share: Option<f64>,
    /// How far single cooks are from that average, share of their time.
    spread_share: Option<f64>,
}

impl From<Counted> for CountedDto {
    fn from(c: Counted) -> Self {
        Self {
            spread_share: c.spread_share(),
            key: c.key,
            cooks: c.cooks,
            told: c.told,
            over: c.over,
            under: c.under,
            right: c.right,
            off_share: c.off_share,
            miss_share: c.miss_share,
        }
    }
}

/// A cook that is told afterwards.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct CreateEntry {
    /// What was planned.
    request: PlanRequest,
    /// What it is called, 1 to 80 characters; named after the fish when left out.
    #[serde(default)]
    #[schema(min_length = 1, max_length = 80)]
    name: Option<String>,
    /// When the fish met the heat, RFC 3339 with offset; now when left out.
    #[serde(default)]
    #[schema(value_type = Option<String>)]
    at: Option<Timestamp>,
    /// Off the heat, s after it met it, 1 to 14 400; as planned when left out.
    #[serde(default)]
    #[schema(minimum = 1, maximum = 14_400)]
    out_s: Option<f64>,
    /// What the cook says of it.
    #[serde(default)]
    remark: Remark,
}

/// Lines and picture of a cook.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct Course {
    /// Off the heat, s.
    pull_s: f64,
    /// Turned, s.
    turn_s: Option<f64>,
    /// Lines over time.
    series: Series,
    /// The inside over time.
    section: StripPicture,
}

/// A reading of a cook.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct ReadingShown {
    /// When, s after the fish met the heat.
    at_s: f64,
    /// Core, °C.
    core_c: f64,
    /// Whether it was used.
    used: bool,
}

/// An entry of the log.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct EntryDto {
    /// Its number.
    id: EntryId,
    /// How often it was changed; a change names the one that it was made on as `If-Match`.
    #[schema(minimum = 1)]
    revision: i64,
    /// When the fish met the heat, RFC 3339 in UTC.
    #[schema(value_type = String)]
    at: Timestamp,
    /// The cook that it comes from.
    cook: Option<CookId>,
    /// As it was kept.
    entry: Entry,
    /// So much later than planned would have been right, s.
    off_s: Option<f64>,
    /// As it was planned; none where that cannot be solved any more.
    planned: Option<Course>,
    /// As it was; none where nobody followed it.
    real: Option<Course>,
    /// Readings, at most 200.
    readings: Vec<ReadingShown>,
    /// What its readings and cues say about the piece; none where none could be used.
    estimate: Option<Estimate>,
    /// Whether it has a photo, at `photo` under its own address.
    has_photo: bool,
}

/// What earlier cooks say about a plan.
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct NextTimeDto {
    /// What to do next time; nothing where they say nothing that counts.
    next: Option<NextTime>,
    /// The cooks that it rests on, the latest first.
    entries: Vec<EntryLine>,
}

/// Entries on a page when nobody says, and at most.
const PAGE: usize = 60;
const LONGEST_PAGE: usize = 200;
/// Longest words to look for, characters.
const LONGEST_WORDS: usize = 80;
const LONGEST_ID: usize = 60;
/// Groups of statistics.
const GROUPS: i64 = 200;
/// Earlier cooks that a plan is compared with, and how far their thickness may differ.
const EARLIER: i64 = 40;
const ALIKE: f64 = 0.25;
/// Readings that are shown.
const READINGS_SHOWN: usize = 200;
/// Longest time in the heat, s.
const LONGEST_S: f64 = 14_400.0;
/// Entries that are read at once for an export.
const AT_ONCE: i64 = 400;
/// Cooks that are looked through for the log when the server starts.
const CAUGHT_UP: i64 = 500;

impl LogAsked {
    fn read(self) -> Result<(LogFilter, Option<EntryId>, usize), ApiError> {
        let mut problems = Problems::new();
        let Self { q, species, cut, method, gear, verdict, cursor, limit } = self;
        if q.as_ref().is_some_and(|q| q.chars().count() > LONGEST_WORDS) {
            problems.add("q", format!("at most {LONGEST_WORDS} characters"));
        }
        let ids = [("species", &species), ("cut", &cut), ("method", &method), ("gear", &gear)];
        for (field, id) in ids {
            if id.as_ref().is_some_and(|id| id.chars().count() > LONGEST_ID) {
                problems.add(field, format!("at most {LONGEST_ID} characters"));
            }
        }
        let limit = limit.unwrap_or(PAGE);
        if !(1..=LONGEST_PAGE).contains(&limit) {
            problems.add("limit", format!("allowed are 1 to {LONGEST_PAGE}"));
        }
        problems.finish()?;
        Ok((LogFilter { words: q, species, cut, method, gear, verdict }, cursor, limit))
    }
}

/// The log, the latest first, page by page.
#[utoipa::path(params(LogAsked), responses((status = 200, body = LogPage)))]
#[get("/api/log")]
pub(crate) async fn list_log(
    store: Data<Store>,
    asked: Query<LogAsked>,
) -> Result<Json<LogPage>, ApiError> {
    let (filter, cursor, limit) = asked.into_inner().read()?;
    let page = on_store(&store, move |store| store.list_log(&filter, cursor, limit)).await?;
    Ok(Json(page))
}

/// Keeps a cook that is told afterwards.
#[utoipa::path(request_body = CreateEntry, responses((status = 201, body = EntryDto)))]
#[post("/api/log")]
pub(crate) async fn create_entry(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    Body(new): Body<CreateEntry>,
) -> Result<HttpResponse, ApiError> {
    let mut problems = Problems::new();
    if let Some(name) = &new.name
        && !(1..=NAME_LIMIT).contains(&name.trim().chars().count())
    {
        problems.add("name", format!("allowed are 1 to {NAME_LIMIT} characters"));
    }
    if let Some(out_s) = new.out_s {
        problems.range("out_s", out_s, 1.0, LONGEST_S, "s");
    }
    problems.within("remark", new.remark.check());
    let now = clock::now();
    let at = new.at.unwrap_or(now);
    if at > now {
        problems.add("at", format!("is in the future; allowed are times up to now, {now:.0}"));
    }
    problems.finish()?;
    let species = solver.catalogue().species(&new.request.piece.species);
    let fish = species.map_or_else(|| "Fish".to_owned(), |s| s.name.clone());
    let name = new.name.map_or(fish, |name| name.trim().to_owned());
    let request = PlanRequest { brief: None, ..new.request };
    let (out_s, remark) = (new.out_s.or(request.out_s), new.remark);
    let entry = solver.run(move |desk| {
        let promise = Promise::of(desk.bench(), &request).map_err(|e| within("request", e))?;
        let entry = Entry::of_plan(desk.bench(), &name, &request, &promise)?;
        Ok::<_, Vec<FieldError>>(Entry { out_s: out_s.or(entry.planned_s), remark, ..entry })
    });
    let entry = entry.await??;
    let uid = Uuid::new_v4().to_string();
    let new = NewEntry { uid, cook: None, at_ms: at.as_millisecond(), entry };
    let found = on_store(&store, move |store| {
        let id = store.add_entries(std::iter::once(new.clone()))?.into_iter().flatten().next();
        store.find_entry(id.unwrap_or(EntryId(0)))
    });
    let found = found.await?;
    live.tell("log", &found.id);
    let shown = solver.run(move |desk| shown(desk, found, (None, false))).await?;
    Ok(HttpResponse::Created().json(shown))
}

/// An entry with its pictures.
fn shown(desk: &Desk<'_>, found: KeptEntry, (cook, has_photo): (Option<Cook>, bool)) -> EntryDto {
    let KeptEntry { id, revision, kept: NewEntry { cook: cook_id, at_ms, entry, .. } } = found;
    let planned = desk.plan(&entry.request).ok().map(|plan| Course {
        pull_s: plan.answer.pull_s,
        turn_s: plan.answer.flip_s,
        series: plan.answer.series.clone(),
        section: plan.answer.section.clone(),
    });
    let mut shown = Vec::new();
    let mut estimate = None;
    let real = cook.and_then(|cook| {
        let (told, read) = told(desk.bench().catalogue, &cook);
        let last_s = told.last().map_or(0.0, |event| event.at_s);
        let Cook { begun, .. } = &cook;
        let told = (told.as_slice(), read.as_slice());
        let view = follow(desk.bench(), &begun.request, &begun.promise, told, last_s).ok()?;
        let in_s = milestones(told.0).ok()?.in_s.unwrap_or_default();
        let each = read.len().div_ceil(READINGS_SHOWN).max(1);
        let pairs = read.iter().zip(&view.reading_uses).step_by(each);
        estimate = view.estimate;
        shown = pairs
            .map(|(r, u)| ReadingShown { at_s: r.at_s - in_s, core_c: r.core_c, used: u.used })
            .collect();
        Some(Course {
            pull_s: view.forecast.pull_s,
            turn_s: view.forecast.turn_s,
            series: view.series,
            section: view.section,
        })
    });
    EntryDto {
        id,
        revision,
        at: Timestamp::from_millisecond(at_ms).unwrap_or_default(),
        cook: cook_id,
        off_s: Evidence::of(&entry).map(|e| e.later_s),
        entry,
        planned,
        real,
        readings: shown,
        estimate,
        has_photo,
    }
}

/// What stands beside an entry: its cook, and whether it has a photo. A cook that does not read back is told
/// without its course.
fn beside(store: &Store, found: &KeptEntry) -> Result<(Option<Cook>, bool), StoreError> {
    let cook = found.kept.cook.and_then(|cook| store.find_cook(cook).ok());
    Ok((cook, store.has_photo(found.id)?))
}

/// One entry, with its plan and what really happened.
#[utoipa::path(responses(
    (status = 200, body = EntryDto),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/log/{id}")]
pub(crate) async fn get_entry(
    solver: Data<Solver>,
    store: Data<Store>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    Ok(answer(find(&solver, &store, EntryId(*id)).await?))
}

/// Says how it came out, in place of what was said before.
#[utoipa::path(
    request_body = Remark,
    params(("If-Match" = String, Header, description = "The revision that the change was made on; `*` for whichever")),
    responses(
        (status = 200, body = EntryDto),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
    )
)]
#[put("/api/log/{id}/remark")]
pub(crate) async fn update_remark(
    solver: Data<Solver>,
    store: Data<Store>,
    live: Data<Live>,
    request: HttpRequest,
    id: Path<i32>,
    Body(remark): Body<Remark>,
) -> Result<HttpResponse, ApiError> {
    let (id, revision) = (EntryId(*id), needed_revision(&request)?);
    remark.check()?;
    let set = on_store(&store, move |store| store.set_remark(id, revision, &remark)).await;
    if let Err(error) = set {
        return Err(or_stale(error, find(&solver, &store, id)).await);
    }
    live.tell("log", &id);
    Ok(answer(find(&solver, &store, id).await?))
}

/// An entry with its plan and what really happened.
async fn find(
    solver: &Data<Solver>,
    store: &Data<Store>,
    id: EntryId,
) -> Result<EntryDto, ApiError> {
    let (found, beside) = on_store(store, move |store| {
        let found = store.find_entry(id)?;
        let beside = beside(store, &found)?;
        Ok((found, beside))
    })
    .await?;
    solver.run(move |desk| shown(desk, found, beside)).await
}

/// An entry with its revision.
fn answer(entry: EntryDto) -> HttpResponse {
    HttpResponse::Ok().insert_header(etag(entry.revision)).json(entry)
}

/// Takes an entry out of the log; it can be restored.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/log/{id}")]
pub(crate) async fn delete_entry(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let (id, now_ms) = (EntryId(*id), clock::now().as_millisecond());
    on_store(&store, move |store| store.set_entry_deleted(id, Some(now_ms))).await?;
    live.tell("log", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// Puts an entry back that was taken out.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/log/{id}/restore")]
pub(crate) async fn restore_entry(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = EntryId(*id);
    on_store(&store, move |store| store.set_entry_deleted(id, None)).await?;
    live.tell("log", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// Entries counted by what they have in common: how many, how they came out, how far plans were off.
#[utoipa::path(params(CountAsked), responses((status = 200, body = Vec<CountedDto>)))]
#[get("/api/log/statistics")]
pub(crate) async fn get_statistics(
    store: Data<Store>,
    asked: Query<CountAsked>,
) -> Result<Json<Vec<CountedDto>>, ApiError> {
    let found = on_store(&store, move |store| store.count_log(asked.by, GROUPS)).await?;
    Ok(Json(found.into_iter().map(CountedDto::from).collect()))
}

/// What earlier cooks of the same kind of thing say about a plan.
#[utoipa::path(request_body = PlanRequest, responses((status = 200, body = NextTimeDto)))]
#[post("/api/log/next-time")]
pub(crate) async fn create_next_time(
    solver: Data<Solver>,
    store: Data<Store>,
    Body(request): Body<PlanRequest>,
) -> Result<Json<NextTimeDto>, ApiError> {
    let request =
        solver.run(move |desk| check_request(desk.bench(), &request).map(|()| request)).await??;
    let filter = LogFilter {
        species: Some(request.piece.species.clone()),
        cut: Some(request.piece.cut.clone()),
        method: Some(request.method.clone()),
        ..LogFilter::default()
    };
    let (found, _unread) =
        on_store(&store, move |store| store.read_log(&filter, None, EARLIER)).await?;
    let thickness_mm = request.piece.thickness_mm;
    let is_alike = |found: &KeptEntry| {
        let other_mm = found.kept.entry.request.piece.thickness_mm;
        (other_mm / thickness_mm - 1.0).abs() <= ALIKE
    };
    let told: Vec<(KeptEntry, Evidence)> = found
        .into_iter()
        .filter(is_alike)
        .filter_map(|found| Evidence::of(&found.kept.entry).map(|evidence| (found, evidence)))
        .collect();
    if told.is_empty() {
        return Ok(Json(NextTimeDto { next: None, entries: Vec::new() }));
    }
    let answer = solver.run(move |desk| {
        // As if it had not been asked for yet.
        let request = PlanRequest { film_factor: None, brief: None, ..request };
        let promise = Promise::of(desk.bench(), &request)?;
        let now = Entry::of_plan(desk.bench(), "", &request, &promise)?;
        let (entries, evidence): (Vec<KeptEntry>, Vec<Evidence>) = told.into_iter().unzip();
        let next = now.slopes.and_then(|slopes| {
            let plan = (&slopes, promise.pull_s);
            next_time(&evidence, request.kitchen.as_ref(), &now.gear, plan)
        });
        let entries = entries.iter().map(line).collect();
        Ok::<_, Vec<FieldError>>(NextTimeDto { next, entries })
    });
    Ok(Json(answer.await??))
}

/// An entry as it is listed.
fn line(found: &KeptEntry) -> EntryLine {
    let KeptEntry { id, kept: NewEntry { at_ms, entry, .. }, .. } = found;
    let piece = &entry.request.piece;
    EntryLine {
        id: *id,
        at: Timestamp::from_millisecond(*at_ms).unwrap_or_default(),
        name: entry.name.clone(),
        species: piece.species.clone(),
        cut: piece.cut.clone(),
        method: entry.request.method.clone(),
        gear: entry.gear.clone(),
        thickness_mm: piece.thickness_mm,
        planned_s: entry.planned_s,
        out_s: entry.out_s,
        off_s: Evidence::of(entry).map(|e| e.later_s),
        verdict: entry.remark.verdict,
    }
}

/// What a file is made of, in order.
enum Part {
    Head,
    After(Option<EntryId>, bool),
    Foot(usize),
    End,
}

/// All of the log as text, some of it at a time: no more of it is held than that.
fn told_in_parts(
    store: Data<Store>,
    head: String,
    foot: fn(usize) -> String,
    of: fn(&[KeptEntry], bool) -> Result<Vec<u8>, String>,
) -> impl Stream<Item = Result<Bytes, ApiError>> {
    stream::try_unfold(
        (store, head, Part::Head, 0),
        move |(store, head, part, unread)| async move {
            match part {
                Part::Head => {
                    let text = Bytes::from(head.clone());
                    Ok(Some((text, (store, head, Part::After(None, true), unread))))
                }
                Part::After(after, is_first) => {
                    let (found, left_out) = on_store(&store, move |store| {
                        store.read_log(&LogFilter::default(), after, AT_ONCE)
                    })
                    .await?;
                    let unread = unread + left_out;
                    let last = found.last().map(|e| e.id);
                    let next = match last {
                        Some(last) => Part::After(Some(last), false),
                        None => Part::Foot(unread),
                    };
                    let text = of(&found, is_first).map_err(ApiError::internal)?;
                    Ok(Some((Bytes::from(text), (store, head, next, unread))))
                }
                Part::Foot(unread) => {
                    Ok(Some((Bytes::from(foot(unread)), (store, head, Part::End, unread))))
                }
                Part::End => Ok(None),
            }
        },
    )
}

fn attachment(name: &str) -> (header::HeaderName, ContentDisposition) {
    (header::CONTENT_DISPOSITION, ContentDisposition::attachment(name))
}

/// The log as JSON, everything in it.
#[utoipa::path(responses((status = 200, body = serde_json::Value, content_type = "application/json")))]
#[get("/api/log/export.json")]
pub(crate) async fn export_log_json(store: Data<Store>) -> HttpResponse {
    let head =
        format!(r#"{{"format":"{}","version":{},"entries":["#, log_file::FORMAT, log_file::VERSION);
    let of = |found: &[KeptEntry], is_first: bool| {
        let mut text = Vec::with_capacity(2000 * found.len());
        for (place, found) in found.iter().enumerate() {
            if !(is_first && place == 0) {
                text.push(b',');
            }
            let entry = FileEntry::from(found.clone());
            serde_json::to_writer(&mut text, &entry).map_err(|e| e.to_string())?;
        }
        Ok(text)
    };
    let foot = |unread: usize| format!(r#"],"left_out":{unread}}}"#);
    HttpResponse::Ok()
        .content_type("application/json")
        .insert_header(attachment("cindo-log.json"))
        .streaming(told_in_parts(store, head, foot, of))
}

/// The log as a table, a row a cook; columns as in the file's head. Texts that a spreadsheet would take for a
/// formula begin with an apostrophe.
#[utoipa::path(responses((status = 200, body = String, content_type = "text/csv")))]
#[get("/api/log/export.csv")]
pub(crate) async fn export_log_csv(store: Data<Store>) -> HttpResponse {
    let of =
        |found: &[KeptEntry], _is_first: bool| log_file::csv_rows(found).map_err(|e| e.to_string());
    HttpResponse::Ok()
        .content_type("text/csv; charset=utf-8")
        .insert_header(attachment("cindo-log.csv"))
        .streaming(told_in_parts(store, log_file::csv_head(), |_| String::new(), of))
}

/// Logs on their way in: lines that are new, each with the table that it may stand in.
pub(crate) type LogImports = Imports<(Arc<Rows>, Line)>;

/// Lines in one answer.
const LINES: usize = 100;

/// Begins to look through a log that comes in: a job that says how far it is and what it found. Nothing is kept
/// before it is told to; a minute after nobody asks any more, it ends.
#[utoipa::path(
    request_body = LogFile,
    responses(
        (status = 202, body = ImportReport, headers(("Location" = String, description = "Where to ask after it"))),
    )
)]
#[post("/api/log/import")]
pub(crate) async fn create_log_import(
    solver: Data<Solver>,
    store: Data<Store>,
    imports: Data<Arc<LogImports>>,
    Body(file): Body<LogFile, IMPORT_LIMIT_KB>,
) -> Result<HttpResponse, ApiError> {
    let opened = actix_web::web::block(move || log_file::open(file)).await??;
    let mut known: HashSet<String> = on_store(&store, Store::entry_uids).await?;
    let rows = Arc::new(opened.table);
    let look = move |desk: &Desk<'_>, line| {
        let mut is_new = |uid: &str| known.insert(uid.to_owned());
        let looked = log_file::look(desk.bench().catalogue, &rows, line, &mut is_new)?;
        Ok(looked.map(|line| (Arc::clone(&rows), line)))
    };
    let job = imports.begin(&solver, opened.lines, look)?;
    let report = job.report(0, LINES);
    Ok(HttpResponse::Accepted()
        .insert_header((header::LOCATION, format!("/api/log/import/{}", report.id)))
        .json(report))
}

/// How far an import is, and a hundred lines of what it found.
#[utoipa::path(params(Lines), responses(
    (status = 200, body = ImportReport),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/log/import/{id}")]
pub(crate) async fn get_log_import(
    imports: Data<Arc<LogImports>>,
    id: Path<u32>,
    lines: Query<Lines>,
) -> Result<Json<ImportReport>, ApiError> {
    Ok(Json(imports.find(*id)?.report(lines.from, LINES)))
}

/// Keeps what an import found to be new: all of it or nothing.
#[utoipa::path(responses(
    (status = 200, body = ImportReport),
    (status = 404, body = Problem, content_type = "application/problem+json"),
    (status = 409, body = Problem, content_type = "application/problem+json"),
))]
#[post("/api/log/import/{id}/keep")]
pub(crate) async fn keep_log_import(
    store: Data<Store>,
    solver: Data<Solver>,
    live: Data<Live>,
    imports: Data<Arc<LogImports>>,
    id: Path<u32>,
) -> Result<Json<ImportReport>, ApiError> {
    let job = imports.find(*id)?;
    let kept = actix_web::web::block(move || {
        let catalogue = solver.catalogue();
        // What was read once is read again, one after the other.
        let entry =
            |(rows, line): &(Arc<Rows>, Line)| log_file::read_line(catalogue, rows, line).ok();
        job.keep(|new| store.add_entries(new.iter().filter_map(entry)).map(drop))?;
        Ok::<_, ApiError>(job.report(0, LINES))
    });
    let report = kept.await??;
    live.tell("log", &0);
    Ok(Json(report))
}

/// Ends an import; what it found and did not keep is forgotten.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/log/import/{id}")]
pub(crate) async fn delete_log_import(
    imports: Data<Arc<LogImports>>,
    id: Path<u32>,
) -> Result<HttpResponse, ApiError> {
    imports.find(*id)?.end();
    Ok(HttpResponse::NoContent().finish())
}

/// What a cook that was served has come to.
pub(crate) fn entry_of(desk: &Desk<'_>, cook: &Cook) -> Result<NewEntry, Vec<FieldError>> {
    let Cook { id, begun, .. } = cook;
    let (told, read) = told(desk.bench().catalogue, cook);
    let plan = (&begun.request, &begun.promise);
    let entry = Entry::of_cook(desk.bench(), &begun.name, plan, (&told, &read))?;
    let in_s = milestones(&told)?.in_s.unwrap_or_default();
    #[expect(clippy::cast_possible_truncation, reason = "milliseconds of a day")]
    let in_ms = begun.created_ms + (1000.0 * in_s / begun.speed).round() as i64;
    let uid = format!("cook-{}-{}", id.0, begun.created_ms);
    Ok(NewEntry { uid, cook: Some(*id), at_ms: in_ms, entry })
}

/// Keeps what served cooks have come to that a killed process left out.
pub(crate) fn catch_up(store: &Store, desk: &Desk<'_>) {
    let Ok(cooks) = store.unlogged_cooks(CAUGHT_UP) else { return };
    for id in cooks {
        let cook = store.find_cook(id).ok();
        // One that cannot be worked out holds up neither the start nor the others.
        let entry = cook.and_then(|cook| caught(|| entry_of(&desk.anew(), &cook)).ok()?.ok());
        if let Some(entry) = entry
            && let Err(error) = store.put_cook_entry(&entry)
        {
            tracing::warn!(%error, "a cook was served and is not in the log");
        }
    }
}
