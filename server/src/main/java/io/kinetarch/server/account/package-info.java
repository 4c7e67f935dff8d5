/** Accounts, sign-in, roles and API tokens. */
@NullMarked
package io.kinetarch.server.account;

import org.jspecify.annotations.NullMarked;
