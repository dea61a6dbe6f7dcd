//! Photos of the log's entries.

use std::sync::Arc;

use actix_web::http::header;
use actix_web::web::{self, Data, Path};
use actix_web::{FromRequest, HttpRequest, HttpResponse, delete, get, put};
use cindo_store::{EntryId, Store};
use serde::Deserialize;
use tokio::sync::Semaphore;
use utoipa::ToSchema;

use super::{Body, needed_revision, on_store, or_stale};
use crate::error::{ApiError, Problem};
use crate::live::Live;
use crate::picture;

/// Largest body with a photo in it, kB: eight megabytes as base64 and a little around it.
const PHOTO_LIMIT_KB: usize = 11 * 1024;

/// Photos whose bodies are here at once; of these one is decoded.
const PLACES: usize = 3;

/// Turns at photos: what one takes is bounded, what many take at once is not.
#[derive(Debug)]
pub(crate) struct PhotoTurns {
    places: Semaphore,
    decoding: Arc<Semaphore>,
}

impl Default for PhotoTurns {
    fn default() -> Self {
        Self { places: Semaphore::new(PLACES), decoding: Arc::new(Semaphore::new(1)) }
    }
}

/// A photo to keep.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub(crate) struct PutPhoto {
    /// A JPEG or PNG of up to 8 MB, as base64.
    #[schema(max_length = 11_184_812)]
    image: String,
}

/// Keeps an entry's photo, in place of the one that it had: drawn anew, without what the camera wrote into it.
#[utoipa::path(
    request_body = PutPhoto,
    params(("If-Match" = String, Header, description = "The revision of the entry that the change was made on; `*` for whichever")),
    responses(
        (status = 204),
        (status = 404, body = Problem, content_type = "application/problem+json"),
        (status = 412, body = Problem, content_type = "application/problem+json", description = "Somebody else changed it meanwhile; `current` is what is there now."),
        (status = 428, body = Problem, content_type = "application/problem+json", description = "`If-Match` is missing."),
    )
)]
#[put("/api/log/{id}/photo")]
pub(crate) async fn update_photo(
    store: Data<Store>,
    live: Data<Live>,
    turns: Data<PhotoTurns>,
    request: HttpRequest,
    id: Path<i32>,
    payload: web::Payload,
) -> Result<HttpResponse, ApiError> {
    let (id, revision) = (EntryId(*id), needed_revision(&request)?);
    let _place = turns.places.acquire().await.map_err(ApiError::internal)?;
    let mut payload = payload.into_inner();
    let Body(photo) =
        Body::<PutPhoto, PHOTO_LIMIT_KB>::from_request(&request, &mut payload).await?;
    let turn = Arc::clone(&turns.decoding).acquire_owned().await.map_err(ApiError::internal)?;
    let jpeg = web::block(move || {
        let _turn = turn;
        picture::drawn_anew(&photo.image)
    });
    let jpeg = jpeg.await??;
    let set = on_store(&store, move |store| store.set_photo(id, revision, &jpeg)).await;
    if let Err(error) = set {
        let now = on_store(&store, move |store| Ok(store.find_entry(id)?.kept.entry));
        return Err(or_stale(error, now).await);
    }
    live.tell("log", &id);
    Ok(HttpResponse::NoContent().finish())
}

/// An entry's photo.
#[utoipa::path(responses(
    (status = 200, content_type = "image/jpeg"),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[get("/api/log/{id}/photo")]
pub(crate) async fn get_photo(store: Data<Store>, id: Path<i32>) -> Result<HttpResponse, ApiError> {
    let id = EntryId(*id);
    let jpeg = on_store(&store, move |store| store.find_photo(id)).await?;
    Ok(HttpResponse::Ok()
        .content_type("image/jpeg")
        .insert_header((header::CACHE_CONTROL, "no-cache"))
        .body(jpeg))
}

/// Takes an entry's photo away.
#[utoipa::path(responses(
    (status = 204),
    (status = 404, body = Problem, content_type = "application/problem+json"),
))]
#[delete("/api/log/{id}/photo")]
pub(crate) async fn delete_photo(
    store: Data<Store>,
    live: Data<Live>,
    id: Path<i32>,
) -> Result<HttpResponse, ApiError> {
    let id = EntryId(*id);
    on_store(&store, move |store| store.remove_photo(id)).await?;
    live.tell("log", &id);
    Ok(HttpResponse::NoContent().finish())
}
