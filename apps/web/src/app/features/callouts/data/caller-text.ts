/** What the caller can do meanwhile, to copy into a message. */
export const CALLER_TEXT = `Thank you for ringing. Until we come:
- Keep away, children and animals too, and close the windows on that side.
- No water, no spray, no smoke, no stones: hanging bees are calm as long as nobody disturbs them.
- A photo from where you stand helps; do not go closer for it.
- Ring again if they fly off, and tell us in which direction.
- Whoever is allergic to stings stays indoors. Swelling of the face, breathlessness or faintness after a sting: call the emergency number at once.`;
