//! Compiles the server again when the built front end changes: its files go into the binary.

fn main() {
    println!("cargo::rerun-if-changed=../../web/dist");
}
