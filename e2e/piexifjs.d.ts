/** The parts of piexifjs that are used here. It brings no types. */
declare module 'piexifjs' {
  const piexif: {
    dump(segments: Record<string, Record<number, unknown>>): string;
    insert(segment: string, jpeg: string): string;
  };
  export default piexif;
}
