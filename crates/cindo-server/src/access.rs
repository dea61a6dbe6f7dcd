//! Who may speak to the API: pages that Cindo itself served, and programs on this machine. A page from
//! elsewhere, or one whose name was made to point here, is turned away.

use actix_web::body::MessageBody;
use actix_web::dev::{ServiceRequest, ServiceResponse};
use actix_web::http::Method;
use actix_web::http::header::{self, HeaderMap, HeaderName};
use actix_web::http::uri::Authority;
use actix_web::middleware::Next;
use actix_web::web::Data;
use actix_web::{Error, HttpMessage};
use utoipa::openapi::OpenApi;

use crate::assets;
use crate::error::ApiError;
use crate::lanes::ASKER;

/// Says which page a browser sends a request for.
const FETCH_SITE: HeaderName = HeaderName::from_static("sec-fetch-site");

/// Only the head of the answer is asked for.
pub(crate) struct IsHead;

/// Lets a request of the API through, or says why not.
pub(crate) async fn guard(
    mut request: ServiceRequest,
    next: Next<impl MessageBody>,
) -> Result<ServiceResponse<impl MessageBody>, Error> {
    // As the router reads it: `%61pi` is `api` to it too.
    let path = request.match_info().unprocessed();
    if path == "/api" || path.starts_with("/api/") {
        check(&request)?;
        // What can be read can be asked for without its body; the connection leaves the body out.
        if request.method() == Method::HEAD {
            request.head_mut().method = Method::GET;
            request.extensions_mut().insert(IsHead);
        }
    }
    let asker = request.peer_addr();
    ASKER.scope(asker, next.call(request)).await
}

fn check(request: &ServiceRequest) -> Result<(), ApiError> {
    let headers = request.headers();
    for name in [header::HOST, header::ORIGIN, FETCH_SITE] {
        if headers.get_all(&name).nth(1).is_some() {
            return Err(ApiError::Forbidden("one Host, one Origin and one Sec-Fetch-Site at most"));
        }
    }
    // A target with a host of its own names another one than the header may.
    if request.uri().authority().is_some() {
        return Err(ApiError::Forbidden("ask for a path; the host stands in its header"));
    }
    let host = text(headers, &header::HOST);
    let Some(host) = host.filter(|host| is_here(host)) else {
        return Err(ApiError::Forbidden("this machine is called localhost or 127.0.0.1 here"));
    };
    if let Some(origin) = headers.get(header::ORIGIN) {
        let origin = origin.to_str().ok().and_then(|origin| origin.strip_prefix("http://"));
        if origin != Some(host) {
            return Err(ApiError::Forbidden("only Cindo's own pages may ask this"));
        }
    }
    if text(headers, &FETCH_SITE).is_some_and(|site| site != "same-origin" && site != "none") {
        return Err(ApiError::Forbidden("only Cindo's own pages may ask this"));
    }
    if text(headers, &header::CONTENT_ENCODING).is_some_and(|coding| coding != "identity") {
        return Err(ApiError::Unsupported("send the body as it is, not packed"));
    }
    // A browser asks before it lets another page delete; everything else that changes has to say that it
    // is JSON.
    let says_type = matches!(*request.method(), Method::POST | Method::PUT | Method::PATCH);
    if says_type && !request.content_type().eq_ignore_ascii_case("application/json") {
        let description = request.app_data::<Data<OpenApi>>();
        return Err(description
            .and_then(|description| assets::wrong_method(request.request(), description))
            .unwrap_or(ApiError::Unsupported("send application/json")));
    }
    Ok(())
}

fn text<'a>(headers: &'a HeaderMap, name: &HeaderName) -> Option<&'a str> {
    headers.get(name).map(|value| value.to_str().unwrap_or_default())
}

/// Whether a host header names this machine and nothing else.
fn is_here(host: &str) -> bool {
    let Ok(name) = host.parse::<Authority>() else { return false };
    // What stands before an @ is a user's name, which no host has.
    let is_plain = !host.contains('@');
    is_plain && matches!(name.host(), "localhost" | "127.0.0.1" | "[::1]")
}

#[cfg(test)]
mod tests {
    use super::is_here;

    #[test]
    fn only_names_of_this_machine_are_here() {
        for host in ["localhost", "localhost:4747", "127.0.0.1:1", "[::1]:4747"] {
            assert!(is_here(host), "{host}");
        }
        for host in [
            "",
            "evil.example",
            "localhost.evil.example:80",
            "127.0.0.1.evil.example",
            "0.0.0.0",
            "user@localhost@evil",
            "evil@localhost",
            "@localhost",
            "10.0.0.1:4747",
            "localhost:4747:1",
            "http://",
            "/",
        ] {
            assert!(!is_here(host), "{host}");
        }
    }
}
