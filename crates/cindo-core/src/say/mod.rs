//! One place for words: clock times, quantities, sentences, filling in, rounding.

mod fill;
mod quantity;
mod rounding;
mod time;
mod words;

pub(crate) use fill::fill;
pub(crate) use quantity::{
    CELSIUS, DEGREES, GRAMS, MM, fraction, millimetres, percent, rounded_g, signed,
};
pub(crate) use rounding::{hundredth, tenth, thousandth};
pub(crate) use time::{clock, long_time};
pub(crate) use words::{capital, harmless, height_words, listed, number, quoted, sentence};
