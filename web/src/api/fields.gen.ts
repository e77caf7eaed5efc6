// Made from the API's description by `make generate`.
export interface Described {
  type: "text" | "length" | "number" | "bool" | "choice" | "lengths" | "rows";
  options?: string[];
  must?: boolean;
}

export const described: Record<string, Record<string, Described>> = {
  "walls": {
    "by.end": {
      "type": "choice",
      "options": [
        "start",
        "end"
      ]
    },
    "by.face": {
      "type": "text"
    },
    "by.far": {
      "type": "length"
    },
    "by.near": {
      "type": "length"
    },
    "by.runs": {
      "type": "choice",
      "options": [
        "along",
        "across"
      ]
    },
    "by.start": {
      "type": "length"
    },
    "by.stop": {
      "type": "length"
    },
    "cuts": {
      "type": "rows"
    },
    "depth": {
      "type": "length"
    },
    "ends": {
      "type": "rows"
    },
    "fate": {
      "type": "choice",
      "options": [
        "stays",
        "opened",
        "goes"
      ]
    },
    "finish": {
      "type": "length"
    },
    "from": {
      "type": "text"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "kind": {
      "type": "choice",
      "options": [
        "wall",
        "railing",
        "post",
        "edge"
      ]
    },
    "leans": {
      "type": "rows"
    },
    "material": {
      "type": "choice",
      "options": [
        "timber",
        "steel",
        "masonry",
        "concrete",
        "unknown"
      ]
    },
    "name": {
      "type": "text"
    },
    "openings": {
      "type": "rows"
    },
    "studs": {
      "type": "lengths"
    },
    "to": {
      "type": "text"
    },
    "waves": {
      "type": "rows"
    }
  },
  "zones": {
    "id": {
      "type": "text",
      "must": true
    },
    "kind": {
      "type": "choice",
      "options": [
        "recess",
        "raised",
        "jog",
        "soffit",
        "step"
      ]
    },
    "of": {
      "type": "choice",
      "options": [
        "floor",
        "ceiling"
      ],
      "must": true
    },
    "outline": {
      "type": "rows",
      "must": true
    }
  },
  "hidden": {
    "band": {
      "type": "length"
    },
    "dead.at": {
      "type": "text"
    },
    "dead.by": {
      "type": "text"
    },
    "found": {
      "type": "choice",
      "options": [
        "detector",
        "seen",
        "drawing",
        "said"
      ]
    },
    "from.station": {
      "type": "length"
    },
    "from.wall": {
      "type": "text"
    },
    "from.x": {
      "type": "text"
    },
    "from.y": {
      "type": "text"
    },
    "high": {
      "type": "length"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "in": {
      "type": "choice",
      "options": [
        "floor",
        "ceiling",
        "wall"
      ],
      "must": true
    },
    "kind": {
      "type": "choice",
      "options": [
        "cable",
        "pipe",
        "duct",
        "gas",
        "unknown"
      ],
      "must": true
    },
    "low": {
      "type": "length"
    },
    "to.station": {
      "type": "length"
    },
    "to.wall": {
      "type": "text"
    },
    "to.x": {
      "type": "text"
    },
    "to.y": {
      "type": "text"
    },
    "wall": {
      "type": "text"
    }
  },
  "instruments": {
    "checks": {
      "type": "rows"
    },
    "degree": {
      "type": "number"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "kind": {
      "type": "choice",
      "options": [
        "tape",
        "laser-meter",
        "line-laser",
        "detector",
        "bevel",
        "drawing"
      ],
      "must": true
    },
    "noise": {
      "type": "length"
    },
    "offset": {
      "type": "length"
    }
  },
  "joists": {
    "angle": {
      "type": "number"
    },
    "at": {
      "type": "lengths"
    },
    "by.end": {
      "type": "choice",
      "options": [
        "start",
        "end"
      ]
    },
    "by.face": {
      "type": "text"
    },
    "by.first": {
      "type": "length"
    },
    "by.runs": {
      "type": "choice",
      "options": [
        "along",
        "across"
      ]
    },
    "count": {
      "type": "number"
    },
    "exposed": {
      "type": "bool"
    },
    "first.station": {
      "type": "length"
    },
    "first.wall": {
      "type": "text"
    },
    "first.x": {
      "type": "text"
    },
    "first.y": {
      "type": "text"
    },
    "gaps": {
      "type": "lengths"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "material": {
      "type": "choice",
      "options": [
        "timber",
        "steel"
      ]
    },
    "of": {
      "type": "choice",
      "options": [
        "floor",
        "ceiling"
      ],
      "must": true
    },
    "spacing": {
      "type": "length"
    },
    "width": {
      "type": "length"
    }
  },
  "obstructions": {
    "by.end": {
      "type": "choice",
      "options": [
        "start",
        "end"
      ]
    },
    "by.face": {
      "type": "text"
    },
    "by.far": {
      "type": "length"
    },
    "by.near": {
      "type": "length"
    },
    "by.runs": {
      "type": "choice",
      "options": [
        "along",
        "across"
      ]
    },
    "by.start": {
      "type": "length"
    },
    "by.stop": {
      "type": "length"
    },
    "clear.below": {
      "type": "length"
    },
    "clear.side": {
      "type": "length"
    },
    "from.station": {
      "type": "length"
    },
    "from.wall": {
      "type": "text"
    },
    "from.x": {
      "type": "text"
    },
    "from.y": {
      "type": "text"
    },
    "headroom": {
      "type": "length"
    },
    "height": {
      "type": "length"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "kind": {
      "type": "text",
      "must": true
    },
    "rises": {
      "type": "bool"
    },
    "to.station": {
      "type": "length"
    },
    "to.wall": {
      "type": "text"
    },
    "to.x": {
      "type": "text"
    },
    "to.y": {
      "type": "text"
    },
    "underside": {
      "type": "length"
    },
    "width": {
      "type": "length"
    }
  },
  "stairs": {
    "by.end": {
      "type": "choice",
      "options": [
        "start",
        "end"
      ]
    },
    "by.face": {
      "type": "text"
    },
    "by.far": {
      "type": "length"
    },
    "by.near": {
      "type": "length"
    },
    "by.runs": {
      "type": "choice",
      "options": [
        "along",
        "across"
      ]
    },
    "by.start": {
      "type": "length"
    },
    "by.stop": {
      "type": "length"
    },
    "from.station": {
      "type": "length"
    },
    "from.wall": {
      "type": "text"
    },
    "from.x": {
      "type": "text"
    },
    "from.y": {
      "type": "text"
    },
    "headroom": {
      "type": "length"
    },
    "id": {
      "type": "text",
      "must": true
    },
    "rise": {
      "type": "length",
      "must": true
    },
    "to.station": {
      "type": "length"
    },
    "to.wall": {
      "type": "text"
    },
    "to.x": {
      "type": "text"
    },
    "to.y": {
      "type": "text"
    },
    "width": {
      "type": "length"
    }
  },
  "pockets": {
    "allowance": {
      "type": "length"
    },
    "heights": {
      "type": "lengths",
      "must": true
    },
    "id": {
      "type": "text",
      "must": true
    },
    "strip": {
      "type": "length"
    },
    "widths": {
      "type": "lengths",
      "must": true
    }
  }
};
