"""sign.py DOOR KEY INSTANT KEY=VALUE…: prints the signature of facts."""

import hashlib
import hmac
import sys


def sign(door: str, key: str, instant: int, facts: dict[str, str]) -> str:
    lines = [f"{name}={facts[name]}" for name in sorted(facts)]
    signed = "\n".join([f"{instant}.{door}", *lines])
    return hmac.new(key.encode(), signed.encode(), hashlib.sha256).hexdigest()


if __name__ == "__main__":
    told = dict(fact.split("=", 1) for fact in sys.argv[4:])
    print(sign(sys.argv[1], sys.argv[2], int(sys.argv[3]), told))
