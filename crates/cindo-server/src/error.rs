//! Failures as problem+json (RFC 9457). The only place that knows HTTP status codes.

use actix_web::http::StatusCode;
use actix_web::{HttpResponse, ResponseError};
use cindo_core::error::FieldError;
use cindo_store::StoreError;
use serde::Serialize;
use utoipa::ToSchema;

/// What went wrong with a request.
#[derive(Debug, thiserror::Error)]
pub(crate) enum ApiError {
    #[error("the request is not usable")]
    Invalid(Vec<FieldError>),
    #[error("{0}")]
    NotFound(String),
    #[error("the request is larger than {limit_kb} kB")]
    TooLarge { limit_kb: usize },
    #[error("this address does not take {method}")]
    MethodNotAllowed { method: String },
    /// The cause is logged, never sent.
    #[error("something went wrong inside; nothing was changed")]
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
}

impl ApiError {
    pub(crate) fn internal(cause: impl std::fmt::Display) -> Self {
        Self::Internal(cause.to_string())
    }

    fn kind(&self) -> &'static str {
        match self {
            Self::Invalid(_) => "/problems/invalid-request",
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
        };
        HttpResponse::build(status).content_type("application/problem+json").json(problem)
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

impl From<StoreError> for ApiError {
    fn from(error: StoreError) -> Self {
        match error {
            StoreError::NotFound { .. } => Self::NotFound(error.to_string()),
            other => Self::internal(other),
        }
    }
}

impl From<actix_web::error::BlockingError> for ApiError {
    fn from(error: actix_web::error::BlockingError) -> Self {
        Self::internal(error)
    }
}
