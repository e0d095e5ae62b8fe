import { floors } from './order.mjs';

const [step, left, top, gap] = [22, 108, 150, 28];
const ink = '#1c2321';

/** One floor: its rooms from the ground up, and a mark where a room imports from one before it. */
function floorPicture(floor, imports, x) {
  const rooms = floors[floor].filter((room) =>
    imports.some((i) => i.floor === floor && (i.from === room || i.to === room)),
  );
  const has = (from, to) => imports.some((i) => i.floor === floor && i.from === from && i.to === to);
  const parts = [`<text x="${x}" y="34" class="floor">${floor}</text>`];
  rooms.forEach((room, row) => {
    const y = top + row * step;
    parts.push(`<text x="${x + left - 8}" y="${y + 5}" class="room" text-anchor="end">${room}</text>`);
    parts.push(`<line x1="${x + left}" y1="${y}" x2="${x + left + row * step}" y2="${y}" class="line"/>`);
    parts.push(
      `<text transform="translate(${x + left + row * step + 4} ${top - 14 + row * step}) rotate(-60)" class="head">${room}</text>`,
    );
    rooms.slice(0, row).forEach((other, column) => {
      if (has(room, other)) parts.push(`<circle cx="${x + left + column * step}" cy="${y}" r="6"/>`);
    });
  });
  return { parts, width: left + rooms.length * step + 60, height: top + rooms.length * step + 10 };
}

/** The rooms of all floors as one picture. The same code makes the same picture, to the letter. */
export function picture(imports) {
  let x = 16;
  let height = 0;
  const parts = [];
  for (const floor of Object.keys(floors)) {
    const made = floorPicture(floor, imports, x);
    parts.push(...made.parts);
    x += made.width + gap;
    height = Math.max(height, made.height);
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${x} ${height}" font-family="sans-serif" role="img" aria-label="Rooms of each floor and their imports">
<style>.floor{font-size:20px;font-weight:700}.room,.head{font-size:12px}.head{fill:#59625e}.line{stroke:#d9d6cc}circle{fill:#1f3a2f}text{fill:${ink}}</style>
<rect width="${x}" height="${height}" fill="#faf8f3"/>
${parts.join('\n')}
</svg>
`;
}
