#!/bin/sh
# Makes the demo's voices again from their scripts: flite's voices, as Debian's ffmpeg brings them.
set -eu
cd "$(dirname "$0")/saltmarsh"

# say VOICE TEXTFILE TARGET
say() {
  ffmpeg -nostdin -v error -y -f lavfi -i "flite=textfile=$2:voice=$1" -ar 16000 "$3"
}

say slt isbel-bulletin.txt isbel-bulletin.flac

number=0
while IFS= read -r line; do
  number=$((number + 1))
  speaker=$(printf '%s' "${line%%:*}" | tr '[:upper:]' '[:lower:]')
  case $speaker in
    isbel) voice=slt ;;
    corrigan) voice=rms ;;
    *) voice=kal16 ;;
  esac
  printf '%s\n' "${line#*: }" >said.txt
  say "$voice" said.txt "fog/$(printf '%02d' "$number") $speaker.flac"
done <fog/dialogue.txt
rm said.txt
