"""Takes the web addresses out of the WHATWG URL test cases (Debian librust-url-dev, tests/urltestdata.json; MIT/Apache-2.0).

usage: make.py urltestdata.json > addresses.txt
"""

import json
import sys

cases = [c for c in json.load(open(sys.argv[1])) if isinstance(c, dict) and not c.get("failure")]
addresses = {c["href"] for c in cases if c["href"].startswith(("http://", "https://"))}
print("\n".join(sorted(addresses)))
