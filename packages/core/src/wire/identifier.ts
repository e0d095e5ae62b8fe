import { z } from 'zod';

/** A random UUID: made where the thing is made, so that sending it again makes nothing twice. */
export const IdSchema = z.uuid({ error: 'This is not an identifier of Hedge Lamp.' });
