import { HttpContext, HttpContextToken } from '@angular/common/http';

/** Whether the answer to a request begins a session on this device. */
export const BEGINS_SESSION = new HttpContextToken(() => false);

/** To be sent with such a request. */
export const beginsSession = (): { readonly context: HttpContext } => ({
  context: new HttpContext().set(BEGINS_SESSION, true),
});
