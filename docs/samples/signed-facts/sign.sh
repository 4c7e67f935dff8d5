#!/bin/bash
# sign.sh DOOR KEY INSTANT KEY=VALUE…: prints the signature of facts; needs openssl.
door=$1 key=$2 instant=$3
shift 3
signed=$instant.$door
while IFS= read -r fact; do signed+=$'\n'$fact; done < <(printf '%s\n' "$@" | LC_ALL=C sort)
printf '%s' "$signed" | openssl dgst -sha256 -hmac "$key" -r | cut -d' ' -f1
