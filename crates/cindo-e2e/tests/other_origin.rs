//! A page that Cindo did not serve, in a real browser.

use std::io::{Read, Write};
use std::net::TcpListener;

use cindo_e2e::{Browser, Screen, Server};
use serde_json::json;

type Outcome = Result<(), Box<dyn std::error::Error>>;

/// Serves an empty page from another port until the test ends; its address.
fn other_site() -> std::io::Result<String> {
    let listener = TcpListener::bind("127.0.0.1:0")?;
    let address = format!("http://{}", listener.local_addr()?);
    std::thread::spawn(move || {
        for connection in listener.incoming() {
            let Ok(mut connection) = connection else { continue };
            let _ = connection.read(&mut [0; 4096]);
            let _ = connection.write_all(
                b"HTTP/1.1 200 OK\r\nContent-Type: text/html\r\nContent-Length: 6\r\nConnection: close\r\n\r\n<html>",
            );
        }
    });
    Ok(address)
}

/// From another origin neither plain text nor a form keeps a card or takes a box in, and nothing can be read.
#[tokio::test]
async fn a_page_from_elsewhere_changes_and_reads_nothing() -> Outcome {
    let server = Server::demo()?;
    let browser = Browser::open(Screen::Desk).await?;
    let count = "fetch('/api/cards').then(r => r.json()).then(b => done(b.cards.length))";
    let count = format!("const done = arguments[arguments.length - 1]; {count};");
    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    let before = browser.client.execute_async(&count, vec![]).await?;

    browser.client.goto(&other_site()?).await?;
    let attack = r"const [cindo, done] = arguments;
        const plan = { piece: { species: 'cod', cut: 'loin', thickness_mm: 30, start_c: 5 }, method: 'poach', doneness: 'medium' };
        const card = JSON.stringify({ name: 'theirs', note: '', request: plan });
        const box = JSON.stringify({ format: 'cindo-cards', version: 2, cards: [{ name: 'theirs', request: plan }] });
        const send = (path, options) => fetch(cindo + path, options).then((r) => r.type === 'opaque' ? 'sent' : r.status, () => 'refused');
        Promise.all([
          send('/api/cards', { method: 'POST', mode: 'no-cors', headers: { 'content-type': 'text/plain' }, body: card }),
          send('/api/cards/import', { method: 'POST', mode: 'no-cors', headers: { 'content-type': 'text/plain' }, body: box }),
          send('/api/cards', { method: 'POST', headers: { 'content-type': 'application/json' }, body: card }),
          send('/api/cards/1', { method: 'DELETE' }),
          send('/api/cards'),
        ]).then(done);";
    let outcome = browser.client.execute_async(attack, vec![json!(server.address)]).await?;
    assert_eq!(outcome, json!(["sent", "sent", "refused", "refused", "refused"]));

    browser.client.goto(&server.address).await?;
    browser.settled().await?;
    assert_eq!(browser.client.execute_async(&count, vec![]).await?, before);
    Ok(())
}
