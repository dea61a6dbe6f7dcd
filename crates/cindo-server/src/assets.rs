//! The built front end, from inside the binary.

use std::fmt::Write;

use actix_web::http::header::{
    self, AcceptEncoding, ContentEncoding, ETag, Encoding, EntityTag, Header, HeaderValue,
    IfNoneMatch,
};
use actix_web::web::Data;
use actix_web::{HttpRequest, HttpResponse};
use rust_embed::{EmbeddedFile, RustEmbed};
use utoipa::openapi::OpenApi;

use crate::error::ApiError;

#[derive(RustEmbed)]
#[folder = "../../web/dist"]
#[allow_missing = true]
struct Assets;

/// Names under `assets/` carry a hash of their content and never change.
const FOREVER: &str = "public, max-age=31536000, immutable";
/// Everything else is asked for again, and mostly answered with "not modified".
const ASK_AGAIN: &str = "no-cache";

/// Serves a file, or the page itself for an address of the single-page application.
pub(crate) async fn serve(
    request: HttpRequest,
    description: Data<OpenApi>,
) -> Result<HttpResponse, ApiError> {
    let path = request.path().trim_start_matches('/');
    let last = path.rsplit('/').next().unwrap_or_default();
    let missing = || ApiError::NotFound(format!("there is nothing at /{path}"));
    if path.starts_with("api/") || path == "api" {
        return Err(refusal(&request, &description));
    }
    if *request.method() != actix_web::http::Method::GET
        && *request.method() != actix_web::http::Method::HEAD
    {
        return Err(ApiError::MethodNotAllowed {
            method: request.method().to_string(),
            allowed: "GET, HEAD".to_owned(),
        });
    }
    // Addresses with an extension are files; answering the page for one would hide its absence.
    let name = if last.contains('.') && Assets::get(path).is_none() {
        return Err(missing());
    } else if last.contains('.') {
        path
    } else {
        "index.html"
    };
    let plain = Assets::get(name).ok_or_else(|| {
        ApiError::NotFound(
            "the front end is not built into this binary; run `make build`".to_owned(),
        )
    })?;
    Ok(respond(&request, name, plain))
}

/// Why nothing answers at a path of the API.
pub(crate) fn refusal(request: &HttpRequest, description: &OpenApi) -> ApiError {
    let missing = || ApiError::NotFound(format!("there is nothing at {}", request.path()));
    wrong_method(request, description).unwrap_or_else(missing)
}

/// What is wrong with the method, where the path is there and does not take it.
pub(crate) fn wrong_method(request: &HttpRequest, description: &OpenApi) -> Option<ApiError> {
    let path = request.match_info().unprocessed().trim_start_matches('/');
    let path = if path.is_empty() { request.path().trim_start_matches('/') } else { path };
    let method = request.method().to_string();
    let allowed = methods_of(description, path).filter(|allowed| !allowed.contains(&method));
    allowed.map(|allowed| ApiError::MethodNotAllowed { method, allowed })
}

/// Methods that a path of the API takes, if there is such a path. A path that stands in the description
/// as it is takes only its own.
fn methods_of(description: &OpenApi, path: &str) -> Option<String> {
    let is_literal = |template: &str| template.trim_matches('/') == path;
    let stands = description.paths.paths.keys().any(|template| is_literal(template));
    let fits = |template: &str| {
        let (mut given, mut wanted) = (path.split('/'), template.trim_matches('/').split('/'));
        loop {
            match (given.next(), wanted.next()) {
                (None, None) => return true,
                (Some(given), Some(wanted)) if given == wanted || wanted.starts_with('{') => {}
                _ => return false,
            }
        }
    };
    if path == "api/openapi.json" {
        return Some("GET, HEAD".to_owned());
    }
    let items = description
        .paths
        .paths
        .iter()
        .filter(|(template, _)| if stands { is_literal(template) } else { fits(template) });
    let mut allowed: Vec<&str> = Vec::new();
    for (_, item) in items {
        for (name, operation) in [
            ("GET, HEAD", &item.get),
            ("POST", &item.post),
            ("PUT", &item.put),
            ("PATCH", &item.patch),
            ("DELETE", &item.delete),
        ] {
            if operation.is_some() && !allowed.contains(&name) {
                allowed.push(name);
            }
        }
    }
    (!allowed.is_empty()).then(|| allowed.join(", "))
}

fn respond(request: &HttpRequest, name: &str, plain: EmbeddedFile) -> HttpResponse {
    let hash: String =
        plain.metadata.sha256_hash()[..12].iter().fold(String::new(), |mut hex, byte| {
            // Writing to a string cannot fail.
            let _ = write!(hex, "{byte:02x}");
            hex
        });
    let brotli = accepts_brotli(request).then(|| Assets::get(&format!("{name}.br"))).flatten();
    let encoding =
        if brotli.is_some() { ContentEncoding::Brotli } else { ContentEncoding::Identity };
    // One tag for each encoding: a cache must not mix them.
    let tag = EntityTag::new_strong(format!("{hash}-{}", encoding.as_str()));
    let cache = if name.starts_with("assets/") { FOREVER } else { ASK_AGAIN };
    let known = match IfNoneMatch::parse(request) {
        Ok(IfNoneMatch::Any) => true,
        Ok(IfNoneMatch::Items(tags)) => tags.iter().any(|known| known.weak_eq(&tag)),
        Err(_) => false,
    };
    let mut response = if known { HttpResponse::NotModified() } else { HttpResponse::Ok() };
    response
        .insert_header(ETag(tag))
        .insert_header((header::CACHE_CONTROL, cache))
        .insert_header((header::VARY, HeaderValue::from_static("accept-encoding")));
    if known {
        return response.finish();
    }
    response.content_type(plain.metadata.mimetype().to_owned());
    match brotli {
        Some(file) => response.insert_header(encoding).body(file.data.into_owned()),
        None => response.body(plain.data.into_owned()),
    }
}

fn accepts_brotli(request: &HttpRequest) -> bool {
    let on_offer = [Encoding::brotli(), Encoding::identity()];
    AcceptEncoding::parse(request)
        .is_ok_and(|accepted| accepted.negotiate(on_offer.iter()) == Some(Encoding::brotli()))
}
