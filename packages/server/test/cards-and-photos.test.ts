import { existsSync, readFileSync, readdirSync, truncateSync, unlinkSync } from 'node:fs';
import { join } from 'node:path';
import { type OwnCard, cardOf, curveOf, swatchPoints } from '@hedge-lamp/core/color';
import exifr from 'exifr';
import jpeg from 'jpeg-js';
import piexif from 'piexifjs';
import { v4 as newId } from 'uuid';
import { type MadeApp, makeApp, now } from './made-app';

let made: MadeApp;
beforeEach(async () => {
  made = await makeApp();
});
afterEach(() => made.close());

function ownCard(id: string, version: number, values = [0, 10, 20, 40]): OwnCard {
  const card = { ...cardOf('azo-nitrate'), id, name: 'My leaflet', values };
  const colors = swatchPoints(curveOf(card)).map((p) => p.lab);
  return { id, version, learnedAt: now - 1000, light: 'window', insteadOf: '', card: { ...card, colors } };
}
const save = (card: unknown) =>
  made.call<{ errors: { path: string; message: string }[]; current: OwnCard }>(
    'POST',
    '/api/cards',
    card as object,
  );

describe('a keeper’s own card', () => {
  it('is kept in every version, and each reading knows the one it was read on', async () => {
    const id = newId();
    const waterId = await made.makeWater();
    expect((await save(ownCard(id, 1))).status).toBe(201);
    expect((await save(ownCard(id, 1))).status).toBe(200);
    expect((await save(ownCard(id, 2, [0, 12, 25, 50]))).status).toBe(201);
    for (const cardVersion of [1, 2]) {
      const answer = await made.call('POST', '/api/readings', {
        id: newId(),
        waterId,
        parameter: 'nitrate',
        methodId: 'nitrate-two-bottles',
        takenAt: now - 60_000,
        zone: 'Etc/UTC',
        entered: { how: 'card', cardId: id, cardVersion, match: { found: 'span', low: 1, best: 2, high: 3 } },
      });
      expect(answer.status).toBe(201);
    }
    const { body } = await made.call<{
      readings: { entered: { cardVersion: number }; value: { best: number } }[];
    }>('GET', `/api/waters/${waterId}/readings`);
    const best = new Map(body.readings.map((r) => [r.entered.cardVersion, r.value.best * 4.4268]));
    expect(best.get(1)).toBeCloseTo(20, 2);
    expect(best.get(2)).toBeCloseTo(25, 2);
  });
  it('that changed meanwhile is not overwritten; one put away comes back', async () => {
    const id = newId();
    await save(ownCard(id, 1));
    const other = await save(ownCard(id, 1, [0, 1, 2, 3]));
    expect(other.status).toBe(409);
    expect(other.body.current.card.values).toEqual([0, 10, 20, 40]);
    expect((await save(ownCard(id, 5))).body.errors[0]!.message).toMatch(/next version of this card is 2/);
    await made.call('DELETE', `/api/cards/${id}`);
    const list = async () => (await made.call<{ deletedAt: number | null }[]>('GET', '/api/cards')).body;
    expect((await list())[0]!.deletedAt).toBe(now);
    await made.call('POST', `/api/cards/${id}/restore`);
    expect((await list())[0]!.deletedAt).toBeNull();
    expect((await made.call('DELETE', `/api/cards/${newId()}`)).status).toBe(404);
  });
  it('with two equal swatches is refused by the swatch', async () => {
    const id = newId();
    const card = ownCard(id, 1);
    const same = { ...card, card: { ...card.card, values: [0, 10, 10, 40] } };
    expect((await save(same)).body.errors).toMatchObject([{ path: 'card.values.2' }]);
    const few = { ...card, card: { ...card.card, values: [0, 10, 20] } };
    expect((await save(few)).body.errors[0]!.message).toMatch(/one color for each value/);
    expect((await save({ ...card, card: { ...card.card, id: newId() } })).status).toBe(422);
  });
});

/** A small JPEG as a camera writes it. */
function picture(shade = 120): Buffer {
  const data = Buffer.alloc(4 * 16 * 12, shade);
  return Buffer.from(jpeg.encode({ width: 16, height: 12, data }, 80).data);
}
function withLocation(bytes: Buffer): Buffer {
  const told = piexif.dump({
    GPS: {
      1: 'N',
      2: [
        [52, 1],
        [31, 1],
        [0, 1],
      ],
      3: 'E',
      4: [
        [13, 1],
        [24, 1],
        [0, 1],
      ],
    },
  });
  return Buffer.from(piexif.insert(told, bytes.toString('binary')), 'binary');
}
const put = async (id: string, bytes: Buffer, type = 'image/jpeg') => {
  const answer = await made.app.inject({
    method: 'PUT',
    url: `/api/photos/${id}`,
    headers: { 'content-type': type },
    payload: bytes,
  });
  return { status: answer.statusCode, body: JSON.parse(answer.body) as { detail: string; bytes: number } };
};

describe('a photograph kept with a reading', () => {
  it('comes back byte for byte, and is kept once', async () => {
    const id = newId();
    expect((await put(id, picture())).status).toBe(201);
    expect((await put(id, picture())).status).toBe(200);
    expect((await put(id, picture(30))).status).toBe(409);
    const answer = await made.app.inject({ method: 'GET', url: `/api/photos/${id}` });
    expect(answer.headers['content-type']).toBe('image/jpeg');
    expect(answer.rawPayload.equals(picture())).toBe(true);
    expect(readFileSync(join(made.folder, 'photos', `${id}.jpg`)).equals(picture())).toBe(true);
    expect(readdirSync(join(made.folder, 'photos'))).toEqual([`${id}.jpg`]);
  });
  /** A segment between the start of a JPEG and the rest of it. */
  const withSegment = (bytes: Buffer, marker: number, text: string) => {
    const body = Buffer.from(text, 'latin1');
    const head = Buffer.from([0xff, marker, (body.length + 2) >> 8, (body.length + 2) & 255]);
    return Buffer.concat([bytes.subarray(0, 2), head, body, bytes.subarray(2)]);
  };
  it.each([
    ['its place, as Exif', () => withLocation(picture())],
    ['its place, as Exif in a segment of its own', () => withSegment(picture(), 0xe7, 'Exif\0\0SECRET N 52')],
    ['its place, as XMP', () => withSegment(picture(), 0xe1, 'http://ns.adobe.com/xap/1.0/\0<x>SECRET</x>')],
    ['a serial number, as IPTC', () => withSegment(picture(), 0xed, 'Photoshop 3.0\x008BIM SECRET')],
    ['a comment', () => withSegment(picture(), 0xfe, 'SECRET')],
    ['something after its end', () => Buffer.concat([picture(), Buffer.from('SECRET')])],
  ])('that tells %s is kept without it, and its picture is the same bit for bit', async (_name, make) => {
    const told = make();
    expect(told.includes('SECRET') || (await exifr.gps(told)) !== undefined).toBe(true);
    const id = newId();
    expect((await put(id, told)).status).toBe(201);
    const kept = readFileSync(join(made.folder, 'photos', `${id}.jpg`));
    expect(kept.includes('SECRET')).toBe(false);
    expect(await exifr.parse(kept).catch(() => undefined)).toBeUndefined();
    expect(kept.equals(picture())).toBe(true);
    // The same one sent again is the same, though it is kept otherwise.
    expect((await put(id, told)).status).toBe(200);
  });
  it('that lies on its side is turned upright, since nothing tells it any more', async () => {
    const turned = piexif.insert(piexif.dump({ '0th': { 274: 6 } }), picture().toString('binary'));
    const id = newId();
    expect((await put(id, Buffer.from(turned, 'binary'))).status).toBe(201);
    const kept = jpeg.decode(readFileSync(join(made.folder, 'photos', `${id}.jpg`)));
    expect([kept.width, kept.height]).toEqual([12, 16]);
  });
  it('that claims to be huge, is cut short or is no picture inside is refused before it is kept', async () => {
    const huge = Buffer.from(picture());
    const frame = huge.indexOf(Buffer.from([0xff, 0xc0]));
    huge.writeUInt16BE(60_000, frame + 5);
    huge.writeUInt16BE(60_000, frame + 7);
    expect((await put(newId(), huge)).body.detail).toMatch(/60000 × 60000 points is not opened/);
    expect((await put(newId(), picture().subarray(0, -30))).body.detail).toMatch(/cut short/);
    const hollow = Buffer.from(picture());
    const scan = hollow.indexOf(Buffer.from([0xff, 0xda]));
    expect((await put(newId(), Buffer.concat([hollow.subarray(0, scan), hollow.subarray(-2)]))).status).toBe(
      422,
    );
    expect(existsSync(join(made.folder, 'photos'))).toBe(false);
  });
  it('whose file is short or missing is not shown, and is written again when it is sent again', async () => {
    const id = newId();
    await put(id, picture());
    const file = join(made.folder, 'photos', `${id}.jpg`);
    const see = async () => (await made.app.inject({ method: 'GET', url: `/api/photos/${id}` })).statusCode;
    for (const spoil of [() => truncateSync(file, 100), () => unlinkSync(file)]) {
      spoil();
      expect(await see()).toBe(404);
      expect((await put(id, picture())).status).toBe(200);
      expect(readFileSync(file).equals(picture())).toBe(true);
      expect(await see()).toBe(200);
    }
  });
  it('sent twice at the same moment is one, and leaves nothing half written', async () => {
    const id = newId();
    const both = await Promise.all([put(id, picture()), put(id, picture())]);
    expect(both.map((b) => b.status).sort()).toEqual([200, 201]);
    const two = await Promise.all([put(newId(), picture(1)), put(newId(), picture(2))]);
    expect(two.map((b) => b.status)).toEqual([201, 201]);
    expect(readdirSync(join(made.folder, 'photos')).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
  it('that is none is refused in a sentence: text, nothing, JSON, far too large', async () => {
    expect((await put(newId(), Buffer.from('hello, I am a text file'))).body.detail).toMatch(/not a JPEG/);
    expect((await put(newId(), Buffer.alloc(0))).status).toBeGreaterThanOrEqual(400);
    expect((await put(newId(), Buffer.from('{}'), 'application/json')).status).toBe(422);
    expect((await put(newId(), Buffer.from('x'), 'image/png')).status).toBe(415);
    expect((await put(newId(), Buffer.alloc(5_000_000, 1))).status).toBe(413);
    expect((await put('not-an-id', picture())).status).toBe(422);
  });
  it('can be taken away and brought back', async () => {
    const id = newId();
    await put(id, picture());
    const see = async () => (await made.app.inject({ method: 'GET', url: `/api/photos/${id}` })).statusCode;
    await made.call('DELETE', `/api/photos/${id}`);
    expect(await see()).toBe(404);
    await made.call('POST', `/api/photos/${id}/restore`);
    expect(await see()).toBe(200);
    expect((await made.call('DELETE', `/api/photos/${newId()}`)).status).toBe(404);
  });
});
