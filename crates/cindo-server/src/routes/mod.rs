//! Thin handlers: parse, call core or store, answer.

pub(crate) mod card;
mod catalogue;
mod fish;
mod health;
mod plan;
mod prep;
mod simulate;

use actix_web::http::header;
use actix_web::{HttpRequest, HttpResponse, web};
use serde::de::DeserializeOwned;
use utoipa_actix_web::service_config::ServiceConfig;

use crate::error::ApiError;
use crate::request;

/// Largest request body, bytes. A card box of some thousand cards fits.
pub(crate) const BODY_LIMIT: usize = 2 * 1024 * 1024;

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
        let bytes = web::Bytes::from_request(request, payload);
        Box::pin(async move {
            let bytes = bytes.await.map_err(|error| {
                tracing::debug!(%error, "body not read");
                ApiError::TooLarge { limit_kb: BODY_LIMIT / 1024 }
            })?;
            Ok(Self(request::parse(&bytes)?))
        })
    }
}

/// Answers JSON that may be cached for a while by whoever asked.
fn cached_json(value: &impl serde::Serialize) -> HttpResponse {
    HttpResponse::Ok().insert_header((header::CACHE_CONTROL, "no-cache")).json(value)
}
