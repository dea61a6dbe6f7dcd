//! Many dishes at once.

mod schedule;
