//! Thin handlers: parse, call core or store, answer.

pub(crate) mod card;
mod catalogue;
mod fish;
mod health;
mod plan;
mod prep;
mod simulate;

use std::sync::Arc;
use std::time::Duration;

use actix_web::http::{StatusCode, header};
use actix_web::{HttpRequest, HttpResponse, web};
use serde::de::DeserializeOwned;
use tokio::sync::{OwnedSemaphorePermit, Semaphore};
use utoipa_actix_web::service_config::ServiceConfig;

use crate::error::ApiError;
use crate::request;

/// Largest request body, bytes. A card box of some thousand cards fits.
pub(crate) const BODY_LIMIT: usize = 2 * 1024 * 1024;

/// A body up to this many bytes is read at once; of larger ones a few at a time.
const SMALL_BODY: usize = 64 * 1024;
/// Large bodies read at once.
const LARGE_BODIES: usize = 4;
/// A body has to come within this.
const BODY_TIME: Duration = Duration::from_secs(10);

/// Room for large bodies, so that many of them at once do not fill the memory.
#[derive(Debug)]
pub(crate) struct LargeBodies(Arc<Semaphore>);

impl Default for LargeBodies {
    fn default() -> Self {
        Self(Arc::new(Semaphore::new(LARGE_BODIES)))
    }
}

impl LargeBodies {
    /// Room for one more, once there is some; busy when that takes longer than a body may.
    async fn enter(&self) -> Result<OwnedSemaphorePermit, ApiError> {
        let room = Arc::clone(&self.0).acquire_owned();
        let room = tokio::time::timeout(BODY_TIME, room).await;
        room.map_err(|_elapsed| ApiError::Busy)?.map_err(ApiError::internal)
    }
}

/// Adds every route of the API.
pub(crate) fn configure(config: &mut ServiceConfig) {
    config
        .service(health::get_health)
        .service(catalogue::get_catalogue)
        .service(plan::create_plan)
        .service(plan::create_section)
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
        .service(card::import_cards)
        .service(card::get_card)
        .service(card::update_card)
        .service(card::delete_card)
        .service(card::restore_card);
}

/// A JSON body whose problems name their field.
pub(crate) struct Body<T>(pub(crate) T);

impl<T: DeserializeOwned + 'static> actix_web::FromRequest for Body<T> {
    type Error = ApiError;
    type Future = std::pin::Pin<Box<dyn Future<Output = Result<Self, ApiError>>>>;

    fn from_request(request: &HttpRequest, payload: &mut actix_web::dev::Payload) -> Self::Future {
        let is_large = request
            .headers()
            .get(header::CONTENT_LENGTH)
            .and_then(|length| length.to_str().ok()?.parse().ok())
            .is_none_or(|length: usize| length > SMALL_BODY);
        let large_bodies = request.app_data::<web::Data<LargeBodies>>().cloned();
        let bytes = web::Bytes::from_request(request, payload);
        Box::pin(async move {
            // A large body is not read before there is room for it.
            let _room = match large_bodies.filter(|_| is_large) {
                Some(rooms) => Some(rooms.enter().await?),
                None => None,
            };
            let bytes = tokio::time::timeout(BODY_TIME, bytes)
                .await
                .map_err(|_elapsed| ApiError::TooSlow { limit_s: BODY_TIME.as_secs() })?
                .map_err(|error| unread(&error))?;
            Ok(Self(request::parse(&bytes)?))
        })
    }
}

/// Why a body could not be read.
fn unread(error: &actix_web::Error) -> ApiError {
    match error.as_response_error().status_code() {
        StatusCode::PAYLOAD_TOO_LARGE => ApiError::TooLarge { limit_kb: BODY_LIMIT / 1024 },
        _ => ApiError::Unreadable("not whole".to_owned()),
    }
}

/// Answers JSON that may be cached for a while by whoever asked.
fn cached_json(value: &impl serde::Serialize) -> HttpResponse {
    HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-cache")).json(value)
}
