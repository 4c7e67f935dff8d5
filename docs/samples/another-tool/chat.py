"""Another tool in chats: brings one in from another channel, and answers one.

chat.py bring ADDRESS PLAN DOOR ANSWERS TEXT  starts a chat as somebody who wrote elsewhere; ANSWERS are what the door asks for, as
                                              JSON; prints what comes back until it ends
chat.py answer ADDRESS PLAN REPLY             takes the next chat offered to the token's operator, answers it with REPLY and ends
                                              it; the API token (scope ANSWER) stands in KINETARCH_TOKEN
"""

import json
import os
import sys
import time
import urllib.error
import urllib.request
import uuid

SECONDS = 60


def call(method, url, body=None, **headers):
    data = None if body is None else json.dumps(body).encode()
    request = urllib.request.Request(url, data, {"Content-Type": "application/json", **headers}, method=method)
    try:
        with urllib.request.urlopen(request, timeout=30) as answer:
            text = answer.read()
            return json.loads(text) if text else None
    except urllib.error.HTTPError as refused:
        sys.exit(f"{method} {url}: {json.load(refused).get('detail')}")


def bring(address, plan, door, answers, text):
    visit = f"{address}/visit/{plan}"
    # Under one key a chat is started once, however often the call is sent.
    chat = call("POST", f"{visit}/doors/{door}/chats", {
        "key": str(uuid.uuid4()), "language": "en", "page": None, "returning": False,
        "consents": [], "answers": json.loads(answers), "facts": {}, "signature": None,
    })
    token = {"X-Chat-Token": chat["token"]}
    call("POST", f"{visit}/chats/{chat['chat']}/messages", {"key": str(uuid.uuid4()), "text": text}, **token)
    seen, until = 0, time.monotonic() + SECONDS
    while time.monotonic() < until:
        view = call("GET", f"{visit}/chats/{chat['chat']}?after={seen}&waitSeconds=10", **token)
        for line in view["lines"]:
            if line["from"] != "visitor":
                print(f"{line['name'] or line['from']}: {line['text']}", flush=True)
        seen = max(seen, view["number"])
        if view["stage"] == "ended":
            print(f"ended: {view['outcome']}")
            return
    sys.exit("nobody ended the chat in time")


def answer(address, plan, reply):
    desk = f"{address}/api/v1/plans/{plan}/desk"
    token = {"Authorization": f"Bearer {os.environ['KINETARCH_TOKEN']}"}
    call("POST", f"{desk}/presence", {"state": "present"}, **token)
    until = time.monotonic() + SECONDS
    while time.monotonic() < until:
        for place in call("GET", desk, **token)["places"]:
            chat = f"{desk}/chats/{place['chat']}"
            if place["stage"] == "offered":
                call("POST", f"{chat}/accept", {}, **token)
                call("POST", f"{chat}/messages", {"key": str(uuid.uuid4()), "text": reply}, **token)
                call("POST", f"{chat}/end", {}, **token)
                call("POST", f"{desk}/presence", {"state": "gone"}, **token)
                print(f"answered {place['chat']}")
                return
        time.sleep(0.5)
    sys.exit("no chat was offered in time")


if __name__ == "__main__":
    what, *rest = sys.argv[1:] or [""]
    if what not in ("bring", "answer"):
        sys.exit(__doc__)
    (bring if what == "bring" else answer)(*rest)
