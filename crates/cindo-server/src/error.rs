//! Failures as problem+json (RFC 9457). The only place that knows HTTP status codes.

use actix_web::http::{StatusCode, header};
use actix_web::{HttpResponse, ResponseError};
use cindo_core::error::FieldError;
use cindo_store::StoreError;
use serde::Serialize;
use utoipa::ToSchema;

use crate::request::Misread;

/// Seconds after which a busy server is worth asking again.
const RETRY_AFTER_S: u32 = 2;

/// What went wrong with a request.
#[derive(Debug, thiserror::Error)]
pub(crate) enum ApiError {
    #[error("the request is not usable")]
    Invalid(Vec<FieldError>),
    #[error("{0}")]
    NotFound(String),
    /// Not in the state that it asks for.
    #[error("{0}")]
    Conflict(&'static str),
    /// Somebody else changed it since it was looked at.
    #[error("somebody else changed it meanwhile: look at it again")]
    Changed,
    /// The same, with what is there now.
    #[error("somebody else changed it meanwhile: look at it again")]
    Stale(serde_json::Value),
    /// What replaces something says what it saw.
    #[error(
        "give the revision that the change was made on as If-Match; * replaces whatever is there"
    )]
    Unconditional,
    /// Text that is no JSON.
    #[error("the body is {0}")]
    Unreadable(String),
    /// From a page or a name that is not Cindo's own.
    #[error("not for this page or address: {0}")]
    Forbidden(&'static str),
    /// A body in a form that is not taken.
    #[error("{0}")]
    Unsupported(&'static str),
    /// The body did not come in time.
    #[error("the body took longer than {limit_s} s to come; send it again")]
    TooSlow { limit_s: u64 },
    /// What was to be kept has no room.
    #[error("{0}")]
    NoRoom(String),
    /// The data file cannot be used now.
    #[error("{0}")]
    NotNow(String),
    /// Too much is being worked on already.
    #[error("busy with other work; ask again in a moment")]
    Busy,
    #[error("the request is larger than {limit_kb} kB")]
    TooLarge { limit_kb: usize },
    #[error("this address does not take {method}; it takes {allowed}")]
    MethodNotAllowed { method: String, allowed: String },
    /// The cause is logged, never sent.
    #[error("something went wrong inside; it is in the log")]
    Internal(String),
}

/// A failure as it is sent (RFC 9457).
#[derive(Debug, Serialize, ToSchema)]
pub(crate) struct Problem {
    /// Stable name of the kind of problem.
    #[serde(rename = "type")]
    kind: &'static str,
    /// What went wrong, short.
    title: String,
    /// HTTP status.
    status: u16,
    /// Every field that is wrong and what is allowed.
    errors: Vec<FieldError>,
    /// Where somebody else changed it meanwhile: what is there now.
    #[serde(skip_serializing_if = "Option::is_none")]
    current: Option<serde_json::Value>,
}

impl ApiError {
    pub(crate) fn internal(cause: impl std::fmt::Display) -> Self {
        Self::Internal(cause.to_string())
    }

    fn kind(&self) -> &'static str {
        match self {
            Self::Invalid(_) => "/problems/invalid-request",
            Self::Unreadable(_) => "/problems/not-json",
            Self::Conflict(_) => "/problems/conflict",
            Self::Changed | Self::Stale(_) => "/problems/changed",
            Self::Unconditional => "/problems/unconditional",
            Self::Forbidden(_) => "/problems/forbidden",
            Self::Unsupported(_) => "/problems/unsupported",
            Self::TooSlow { .. } => "/problems/too-slow",
            Self::NoRoom(_) => "/problems/no-room",
            Self::NotNow(_) => "/problems/not-now",
            Self::Busy => "/problems/busy",
            Self::NotFound(_) => "/problems/not-found",
            Self::TooLarge { .. } => "/problems/too-large",
            Self::MethodNotAllowed { .. } => "/problems/method-not-allowed",
            Self::Internal(_) => "/problems/internal",
        }
    }
}

impl ResponseError for ApiError {
    fn status_code(&self) -> StatusCode {
        match self {
            Self::Invalid(_) => StatusCode::UNPROCESSABLE_ENTITY,
            Self::Unreadable(_) => StatusCode::BAD_REQUEST,
            Self::Conflict(_) => StatusCode::CONFLICT,
            Self::Changed | Self::Stale(_) => StatusCode::PRECONDITION_FAILED,
            Self::Unconditional => StatusCode::PRECONDITION_REQUIRED,
            Self::Forbidden(_) => StatusCode::FORBIDDEN,
            Self::Unsupported(_) => StatusCode::UNSUPPORTED_MEDIA_TYPE,
            Self::TooSlow { .. } => StatusCode::REQUEST_TIMEOUT,
            Self::NoRoom(_) => StatusCode::INSUFFICIENT_STORAGE,
            Self::NotNow(_) | Self::Busy => StatusCode::SERVICE_UNAVAILABLE,
            Self::NotFound(_) => StatusCode::NOT_FOUND,
            Self::TooLarge { .. } => StatusCode::PAYLOAD_TOO_LARGE,
            Self::MethodNotAllowed { .. } => StatusCode::METHOD_NOT_ALLOWED,
            Self::Internal(_) => StatusCode::INTERNAL_SERVER_ERROR,
        }
    }

    fn error_response(&self) -> HttpResponse {
        if let Self::Internal(cause) = self {
            tracing::error!(%cause, "request failed");
        }
        let status = self.status_code();
        let problem = Problem {
            kind: self.kind(),
            title: self.to_string(),
            status: status.as_u16(),
            errors: match self {
                Self::Invalid(errors) => errors.clone(),
                _ => Vec::new(),
            },
            current: match self {
                Self::Stale(current) => Some(current.clone()),
                _ => None,
            },
        };
        let mut response = HttpResponse::build(status);
        match self {
            Self::NotNow(_) | Self::Busy => {
                response.insert_header((header::RETRY_AFTER, RETRY_AFTER_S));
            }
            Self::MethodNotAllowed { allowed, .. } => {
                response.insert_header((header::ALLOW, allowed.as_str()));
            }
            _ => {}
        }
        response.content_type("application/problem+json").json(problem)
    }
}

impl From<Vec<FieldError>> for ApiError {
    fn from(errors: Vec<FieldError>) -> Self {
        Self::Invalid(errors)
    }
}

impl From<FieldError> for ApiError {
    fn from(error: FieldError) -> Self {
        Self::Invalid(vec![error])
    }
}

impl From<Misread> for ApiError {
    fn from(misread: Misread) -> Self {
        match misread {
            Misread::NotJson(message) => Self::Unreadable(message),
            Misread::Field(error) => Self::Invalid(vec![error]),
        }
    }
}

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::NotFound { .. }
            | StoreError::NoCook { .. }
            | StoreError::NoEntry { .. }
            | StoreError::NoPhoto { .. }
            | StoreError::NoLineUp { .. }
            | StoreError::NoCheck { .. }
            | StoreError::NoRow => Self::NotFound(error.to_string()),
            StoreError::Unreadable { .. }
            | StoreError::NotText(_)
            | StoreError::UnreadableCook { .. }
            | StoreError::UnreadableEntry { .. }
            | StoreError::UnreadableLineUp { .. } => Self::Invalid(vec![FieldError {
                field: "id".to_owned(),
                message: error.to_string(),
            }]),
            StoreError::Changed => Self::Changed,
            StoreError::Full => Self::NoRoom(error.to_string()),
            StoreError::Busy | StoreError::ReadOnly | StoreError::Replaced => {
                Self::NotNow(error.to_string())
            }
            other => Self::internal(other),
        }
    }
}

impl From<actix_web::error::BlockingError> for ApiError {
    fn from(error: actix_web::error::BlockingError) -> Self {
        Self::internal(error)
    }
}
