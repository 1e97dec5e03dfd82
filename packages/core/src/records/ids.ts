import { z } from 'zod'

declare const kindOfId: unique symbol

/** The id of a record of one kind: that of a shot is none of a scene. */
export type Id<K extends string> = string & { readonly [kindOfId]: K }

/** Takes a text for the id of a record of the kind that is wanted there: one that was just made, or that came from outside. */
export const asId = <K extends string = never>(text: string): Id<K> => text as Id<K>

/** Reads an id as it comes in, in the one spelling in which ids are compared: small letters. */
export const idSchema = (says?: string) => z.uuid(says).toLowerCase()
