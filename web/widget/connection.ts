import { Client } from '@stomp/stompjs';

/** Loaded once a chat needs it, so that doors which nobody opens cost their pages less. */
window.kinetarchConnection = Client;
