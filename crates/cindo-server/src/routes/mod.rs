//! Thin handlers: parse, call core or store, answer.

mod calibration;
pub(crate) mod card;
mod catalogue;
pub(crate) mod cook;
mod event;
mod fish;
mod health;
mod import;
mod kitchen;
mod line_up;
pub(crate) mod log;
pub(crate) mod photo;
mod plan;
mod prep;
mod reading_file;
mod row;
mod shared_heat;
mod simulate;

use std::sync::Arc;
use std::time::Duration;

use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse, web};
use cindo_store::{Store, StoreError};
use futures_util::StreamExt;
use serde::de::DeserializeOwned;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use utoipa::ToSchema;
use utoipa_actix_web::service_config::ServiceConfig;

use crate::error::ApiError;
use crate::request;

/// Largest request body, kB.
const BODY_LIMIT_KB: usize = 2 * 1024;
/// Largest card box that comes in, kB: some fifteen thousand cards.
const IMPORT_LIMIT_KB: usize = 24 * 1024;

/// A body up to this is read at once, kB; larger ones as far as there is room for them.
const SMALL_BODY_KB: usize = 16;
/// Room for large bodies, kB.
const LARGE_BODIES_KB: usize = 32 * 1024;
/// It is taken in pieces of this, kB, and there has to be some within this.
const ROOM_KB: u32 = 512;
const ROOM_TIME: Duration = Duration::from_secs(2);
/// A body has to come within this.
const BODY_TIME: Duration = Duration::from_secs(10);

/// Room for large bodies, so that many of them at once do not fill the memory.
#[derive(Debug)]
pub(crate) struct LargeBodies(Arc<Semaphore>);

impl Default for LargeBodies {
    fn default() -> Self {
        Self(Arc::new(Semaphore::new(LARGE_BODIES_KB)))
    }
}

impl LargeBodies {
    /// Room for so much more of a body that has come, once there is some; busy when that takes long.
    async fn enter(&self, more_kb: u32) -> Result<OwnedSemaphorePermit, ApiError> {
        let room = Arc::clone(&self.0).acquire_many_owned(more_kb);
        let room = tokio::time::timeout(ROOM_TIME, room).await;
        room.map_err(|_elapsed| ApiError::Busy)?.map_err(ApiError::internal)
    }
}

/// A body as it comes. One that is not small takes room for what has come of it, not for what it says will come.
async fn read_body(
    mut payload: web::Payload,
    rooms: Option<&LargeBodies>,
    (length, limit_kb): (Option<usize>, usize),
) -> Result<(Vec<u8>, Option<OwnedSemaphorePermit>), ApiError> {
    let mut bytes = Vec::with_capacity(SMALL_BODY_KB * 1024);
    let mut room: Option<OwnedSemaphorePermit> = None;
    let mut room_kb = SMALL_BODY_KB;
    while let Some(chunk) = payload.next().await {
        let chunk = chunk.map_err(|_cut| ApiError::Unreadable("not whole".to_owned()))?;
        if bytes.len() + chunk.len() > limit_kb * 1024 {
            return Err(ApiError::TooLarge { limit_kb });
        }
        if let Some(rooms) = rooms {
            while bytes.len() + chunk.len() > room_kb * 1024 {
                let more = rooms.enter(ROOM_KB).await?;
                room_kb += usize::try_from(ROOM_KB).map_err(ApiError::internal)?;
                if let Some(room) = &mut room {
                    room.merge(more);
                } else {
                    // All of it at once: what nothing was written to yet takes no memory, copying would.
                    let whole = length.unwrap_or(limit_kb * 1024);
                    bytes.reserve_exact(whole.saturating_sub(bytes.len()));
                    room = Some(more);
                }
            }
        }
        bytes.extend_from_slice(&chunk);
    }
    Ok((bytes, room))
}

/// Adds every route of the API.
pub(crate) fn configure(config: &mut ServiceConfig) {
    config
        .service(health::get_health)
        .service(catalogue::get_catalogue)
        .service(plan::create_plan)
        .service(plan::create_section)
        .service(plan::create_better)
        .service(plan::create_comparison)
        .service(plan::create_backwards)
        .service(plan::create_ladder)
        .service(prep::create_prep)
        .service(prep::create_calendar)
        .service(prep::create_how_to)
        .service(prep::create_thaw)
        .service(prep::create_freeze)
        .service(prep::create_salt)
        .service(fish::create_check)
        .service(fish::create_buying_amount)
        .service(fish::create_substitutes)
        .service(simulate::create_simulation)
        .service(card::list_cards)
        .service(card::create_card)
        .service(card::export_cards)
        .service(import::create_import)
        .service(import::get_import)
        .service(import::keep_import)
        .service(import::delete_import)
        .service(card::get_card)
        .service(card::update_card)
        .service(card::delete_card)
        .service(card::restore_card)
        .service(cook::list_cooks)
        .service(cook::create_cook)
        .service(cook::get_cook)
        .service(cook::delete_cook)
        .service(cook::restore_cook)
        .service(event::add_events)
        .service(cook::list_events)
        .service(cook::add_readings)
        .service(reading_file::add_reading_file)
        .service(cook::create_rescue)
        .service(cook::create_probe)
        .service(cook::get_live)
        .service(kitchen::get_kitchen)
        .service(kitchen::update_kitchen)
        .service(kitchen::get_gear)
        .service(kitchen::update_gear)
        .service(kitchen::delete_gear)
        .service(calibration::get_calibrations)
        .service(calibration::change_calibrations)
        .service(calibration::preview_calibrations)
        .service(kitchen::list_gear_checks)
        .service(kitchen::create_gear_check)
        .service(kitchen::delete_gear_check)
        .service(kitchen::restore_gear_check)
        .service(line_up::solve_line_up)
        .service(line_up::list_line_ups)
        .service(line_up::create_line_up)
        .service(line_up::get_line_up)
        .service(line_up::update_line_up)
        .service(line_up::change_line_up)
        .service(line_up::delete_line_up)
        .service(line_up::restore_line_up)
        .service(line_up::export_line_up)
        .service(line_up::get_line_up_calendar)
        .service(line_up::get_line_up_table)
        .service(log::list_log)
        .service(log::create_entry)
        .service(log::get_statistics)
        .service(log::create_next_time)
        .service(log::export_log_json)
        .service(log::export_log_csv)
        .service(log::create_log_import)
        .service(log::get_log_import)
        .service(log::keep_log_import)
        .service(log::delete_log_import)
        .service(row::export_row)
        .service(photo::update_photo)
        .service(photo::get_photo)
        .service(photo::delete_photo)
        .service(log::get_entry)
        .service(log::update_remark)
        .service(log::delete_entry)
        .service(log::restore_entry);
}

/// A JSON body whose problems name their field, of at most so many kB.
pub(crate) struct Body<T, const LIMIT_KB: usize = BODY_LIMIT_KB>(pub(crate) T);

impl<T, const LIMIT_KB: usize> actix_web::FromRequest for Body<T, LIMIT_KB>
where
    T: DeserializeOwned + ToSchema + Send + 'static,
{
    type Error = ApiError;
    type Future = std::pin::Pin<Box<dyn Future<Output = Result<Self, ApiError>>>>;

    fn from_request(request: &HttpRequest, payload: &mut actix_web::dev::Payload) -> Self::Future {
        let length = request.headers().get(header::CONTENT_LENGTH);
        let length: Option<usize> = length.and_then(|length| length.to_str().ok()?.parse().ok());
        let rooms = request.app_data::<web::Data<LargeBodies>>().cloned();
        let payload = web::Payload::from_request(request, payload).into_inner();
        Box::pin(async move {
            if length.is_some_and(|length| length > LIMIT_KB * 1024) {
                return Err(ApiError::TooLarge { limit_kb: LIMIT_KB });
            }
            let payload = payload.map_err(ApiError::internal)?;
            let rooms = rooms.as_ref().map(web::Data::get_ref);
            let (bytes, room) =
                tokio::time::timeout(BODY_TIME, read_body(payload, rooms, (length, LIMIT_KB)))
                    .await
                    .map_err(|_elapsed| ApiError::TooSlow { limit_s: BODY_TIME.as_secs() })??;
            if bytes.len() <= SMALL_BODY_KB * 1024 {
                return Ok(Self(request::parse(&bytes)?));
            }
            // Reading a large one takes a while: others are answered meanwhile.
            let read = web::block(move || {
                let _room = room;
                request::parse(&bytes)
            });
            Ok(Self(read.await??))
        })
    }
}

/// Runs `work` on the data file, off the event loop.
async fn on_store<T: Send + 'static>(
    store: &web::Data<Store>,
    work: impl FnOnce(&Store) -> Result<T, StoreError> + Send + 'static,
) -> Result<T, ApiError> {
    let store = store.clone();
    Ok(web::block(move || work(&store)).await??)
}

/// The revision that a change was made on, where it says so.
fn revision(request: &HttpRequest) -> Result<Option<i64>, ApiError> {
    let Some(given) = request.headers().get(header::IF_MATCH) else { return Ok(None) };
    let plain = given.to_str().ok().map(|text| text.trim().trim_matches('"'));
    match plain {
        Some("*") => Ok(None),
        Some(text) => text.parse().map(Some).map_err(|_not_a_number| ApiError::Changed),
        None => Err(ApiError::Changed),
    }
}

/// The revision that a replacement was made on; none where it replaces whatever is there.
fn needed_revision(request: &HttpRequest) -> Result<Option<i64>, ApiError> {
    if request.headers().contains_key(header::IF_MATCH) {
        return revision(request);
    }
    Err(ApiError::Unconditional)
}

/// An error of a change; where somebody else was first, with what is there now.
async fn or_stale<T: serde::Serialize>(
    error: ApiError,
    current: impl Future<Output = Result<T, ApiError>>,
) -> ApiError {
    if !matches!(error, ApiError::Changed) {
        return error;
    }
    match current.await.and_then(|now| serde_json::to_value(now).map_err(ApiError::internal)) {
        Ok(now) => ApiError::Stale(now),
        Err(error) => error,
    }
}

/// A revision as an answer names it.
fn etag(revision: i64) -> header::ETag {
    header::ETag(header::EntityTag::new_strong(revision.to_string()))
}

/// Answers JSON that may be cached for a while by whoever asked.
fn cached_json(value: &impl serde::Serialize) -> HttpResponse {
    HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-cache")).json(value)
}
