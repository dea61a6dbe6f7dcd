//! What `cindo serve` is told.

use std::path::PathBuf;

use clap::Args;

/// Settings of the server.
#[derive(Debug, Clone, Args)]
pub(crate) struct ServeConfig {
    /// Port on this machine; 0 takes any free one.
    #[arg(long, default_value_t = 4747)]
    pub(crate) port: u16,
    /// The data file; created when missing.
    #[arg(long, default_value = "cindo.db", conflicts_with = "demo")]
    pub(crate) data: PathBuf,
    /// Starts on a fresh copy of the demo data, thrown away at the end.
    #[arg(long)]
    pub(crate) demo: bool,
}
