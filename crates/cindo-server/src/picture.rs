//! Photos that come in are drawn anew: smaller, upright, and without what a camera wrote into them.

use std::io::Cursor;

use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use cindo_core::error::FieldError;
use image::codecs::jpeg::JpegEncoder;
use image::{DynamicImage, ImageDecoder, ImageFormat, ImageReader, Limits};

/// Largest photo, bytes, and longest side that one is read with, pixels.
const LARGEST: usize = 8 * 1024 * 1024;
const LONGEST_PX: u32 = 12_000;
/// Most memory that reading one may take, bytes: with the bodies of those that wait, within 160 MB in all.
const MEMORY: u64 = 110 * 1024 * 1024;
/// Most pixels times passes of one: a progressive JPEG goes over its picture once for each pass.
const MOST_PIXEL_PASSES: u64 = 400_000_000;
/// What each pixel of a JPEG takes while it is read, beside the picture: coefficients are kept from pass to pass.
const JPEG_BYTES: u64 = 1;
const PROGRESSIVE_BYTES: u64 = 7;
/// Longest side that is kept, pixels, and how well, of 100.
const KEPT_PX: u32 = 1600;
const QUALITY: u8 = 82;

fn refused(why: impl Into<String>) -> Vec<FieldError> {
    vec![FieldError { field: "image".to_owned(), message: why.into() }]
}

/// A photo that was given as base64, as a JPEG.
///
/// # Errors
/// What is wrong with it.
pub(crate) fn drawn_anew(base64: &str) -> Result<Vec<u8>, Vec<FieldError>> {
    let bytes = STANDARD.decode(base64.trim()).map_err(|_not_base64| refused("is no base64"))?;
    if bytes.len() > LARGEST {
        return Err(refused("is larger than 8 MB; allowed are JPEG and PNG up to that"));
    }
    let mut reader = ImageReader::new(Cursor::new(&bytes))
        .with_guessed_format()
        .map_err(|e| refused(e.to_string()))?;
    if !matches!(reader.format(), Some(ImageFormat::Jpeg | ImageFormat::Png)) {
        return Err(refused("is no JPEG and no PNG; allowed are these two"));
    }
    let mut limits = Limits::default();
    limits.max_image_width = Some(LONGEST_PX);
    limits.max_image_height = Some(LONGEST_PX);
    limits.max_alloc = Some(MEMORY);
    reader.limits(limits);
    let damaged = |e: image::ImageError| refused(format!("cannot be read: {e}"));
    let passes = if reader.format() == Some(ImageFormat::Jpeg) { scans(&bytes) } else { 1 };
    let mut decoder = reader.into_decoder().map_err(damaged)?;
    let (width, height) = decoder.dimensions();
    let pixels = u64::from(width) * u64::from(height);
    let beside = if passes > 1 { PROGRESSIVE_BYTES } else { JPEG_BYTES };
    let takes = decoder.total_bytes().saturating_add(beside * pixels);
    if takes > MEMORY || pixels.saturating_mul(passes) > MOST_PIXEL_PASSES {
        return Err(refused(format!(
            "has {width} × {height} pixels in {passes} passes, which takes too much to read; allowed are 28 million \
             pixels, or 11 million in a progressive JPEG"
        )));
    }
    // Which way up it was taken stands in what is left out.
    let orientation = decoder.orientation().map_err(damaged)?;
    let mut photo = DynamicImage::from_decoder(decoder).map_err(damaged)?;
    if photo.width().max(photo.height()) > KEPT_PX {
        photo = photo.thumbnail(KEPT_PX, KEPT_PX);
    }
    photo.apply_orientation(orientation);
    jpeg(&photo)
}

/// How often a JPEG goes over its picture: each pass begins with this marker, which coded data never hold
/// (ITU-T T.81, B.1.1.5).
fn scans(jpeg: &[u8]) -> u64 {
    jpeg.windows(2).filter(|pair| *pair == [0xff, 0xda]).fold(0, |count, _| count + 1)
}

/// As a JPEG.
///
/// # Errors
/// What the writer says.
pub(crate) fn jpeg(photo: &DynamicImage) -> Result<Vec<u8>, Vec<FieldError>> {
    let mut jpeg = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut jpeg, QUALITY);
    photo.to_rgb8().write_with_encoder(encoder).map_err(|e| refused(e.to_string()))?;
    Ok(jpeg)
}

#[cfg(test)]
mod tests {
    use super::*;
    use image::RgbImage;

    fn png(width: u32, height: u32) -> Vec<u8> {
        let mut bytes = Cursor::new(Vec::new());
        RgbImage::from_fn(width, height, |x, y| {
            let low = |v: u32| u8::try_from(v % 256).unwrap();
            image::Rgb([low(x), low(y), 40])
        })
        .write_to(&mut bytes, ImageFormat::Png)
        .unwrap();
        bytes.into_inner()
    }

    #[test]
    fn a_large_photo_comes_out_smaller_and_as_jpeg() {
        let jpeg = drawn_anew(&STANDARD.encode(png(2400, 1200))).unwrap();
        let photo = image::load_from_memory_with_format(&jpeg, ImageFormat::Jpeg).unwrap();
        assert_eq!((photo.width(), photo.height()), (1600, 800));
    }

    /// What a camera writes into a JPEG (here its place and which way up it was held) is not kept, and heeded.
    #[test]
    fn what_a_camera_wrote_is_heeded_and_left_out() {
        let photo = DynamicImage::ImageRgb8(RgbImage::from_pixel(40, 20, image::Rgb([9, 9, 9])));
        let plain = jpeg(&photo).unwrap();
        // Exif with orientation 6 (turned by a quarter) and a maker's name (TIFF 6.0, Exif 2.32, from memory).
        let tiff: Vec<u8> = [
            b"II*\0\x08\0\0\0".as_slice(),
            b"\x02\0",
            b"\x0f\x01\x02\0\x04\0\0\0boat",
            b"\x12\x01\x03\0\x01\0\0\0\x06\0\0\0",
            b"\0\0\0\0",
        ]
        .concat();
        let body = [b"Exif\0\0".as_slice(), &tiff].concat();
        let length = u16::try_from(body.len() + 2).unwrap().to_be_bytes();
        let marked = [&plain[..2], b"\xff\xe1", &length, &body, &plain[2..]].concat();
        let anew = drawn_anew(&STANDARD.encode(&marked)).unwrap();
        let photo = image::load_from_memory_with_format(&anew, ImageFormat::Jpeg).unwrap();
        assert_eq!((photo.width(), photo.height()), (20, 40), "upright");
        assert!(marked.windows(4).any(|w| w == b"boat"));
        assert!(!anew.windows(4).any(|w| w == b"boat" || w == b"Exif"));
    }

    #[test]
    fn what_is_no_photo_is_refused() {
        let whole = png(30, 30);
        let mut bomb = png(4, 4);
        // A head that says sixty thousand pixels each way.
        bomb[16..24].copy_from_slice(&[0, 0, 234, 96, 0, 0, 234, 96]);
        for (bytes, why) in [
            (b"GIF89a....".to_vec(), "no JPEG and no PNG"),
            (Vec::new(), "no JPEG and no PNG"),
            (whole[..40].to_vec(), "cannot be read"),
            (bomb, "cannot be read"),
            (vec![0; LARGEST + 1], "larger than 8 MB"),
        ] {
            let errors = drawn_anew(&STANDARD.encode(&bytes)).unwrap_err();
            assert!(errors[0].message.contains(why), "{errors:?}");
        }
        assert_eq!(drawn_anew("%%%").unwrap_err()[0].message, "is no base64");
    }
}
