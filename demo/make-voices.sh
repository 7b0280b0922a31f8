#!/bin/sh
# Makes the demo's voices again from their scripts (Debian packages flite and ffmpeg).
set -eu
cd "$(dirname "$0")/saltmarsh"
flite -voice slt -f isbel-bulletin.txt -o isbel-bulletin.wav
ffmpeg -v error -y -i isbel-bulletin.wav -ar 16000 isbel-bulletin.flac
rm isbel-bulletin.wav
